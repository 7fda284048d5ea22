"""Addresses that somebody outside named: what is reached of them."""

from __future__ import annotations

import time
from unittest import mock

from django.test import SimpleTestCase, override_settings

from apps.links.fetching import MOST_BYTES, NotFetched, fetch, fetch_json
from apps.links.tests.tool import Pages


class Fetching(SimpleTestCase):
    def setUp(self) -> None:
        self.pages = Pages()
        self.addCleanup(self.pages.close)

    def refuse(self, address: str, code: str) -> None:
        with self.assertRaises(NotFetched) as caught:
            fetch_json(address)
        self.assertEqual(caught.exception.code, code, address)

    def resolved(self, *addresses: str) -> mock.Mock:
        found = [[(2, 1, 6, "", (address, 443))] for address in addresses]
        return mock.patch("apps.links.fetching.socket.getaddrinfo", side_effect=found)

    def test_loopback_private_and_link_local_addresses_are_not_reached(self) -> None:
        for inner in (
            "127.0.0.1",
            "::1",
            "10.1.2.3",
            "192.168.0.9",
            "169.254.169.254",
            "fe80::1",
            "0.0.0.0",
            "224.0.0.1",
        ):
            with self.resolved(inner):
                self.refuse("https://tool.example/keys", "private")
        for inner in ("::ffff:127.0.0.1", "2002:7f00:1::"):
            with self.resolved(inner):
                self.refuse("https://tool.example/keys", "private")
        for address in (
            "https://127.0.0.1/keys",
            "https://[::1]/keys",
            "https://2130706433/keys",
            "https://localhost/keys",
        ):
            self.refuse(address, "private")
        self.assertEqual(self.pages.asked, [])

    def test_only_https_without_names_and_passwords(self) -> None:
        for address in (
            f"http://{self.pages.host}/keys",
            "ftp://a.example/",
            "https://u:p@a.example/",
            "https:///x",
            "x",
            "https://a.example:99999/",
        ):
            self.refuse(address, "address")

    def test_a_name_that_changes_between_looking_and_using_is_looked_up_once(self) -> None:
        with (
            self.resolved("93.184.215.14", "127.0.0.1") as looked,
            mock.patch("apps.links.fetching._connection", side_effect=OSError) as connected,
            self.assertRaises(OSError),
        ):
            fetch("https://tool.example/keys")
        self.assertEqual(looked.call_count, 1)
        self.assertEqual(connected.call_args.args[3], "93.184.215.14")

    def test_one_private_address_among_open_ones_is_enough_to_refuse(self) -> None:
        both = [(2, 1, 6, "", ("93.184.215.14", 443)), (2, 1, 6, "", ("127.0.0.1", 443))]
        with mock.patch("apps.links.fetching.socket.getaddrinfo", return_value=both):
            self.refuse("https://tool.example/keys", "private")

    def test_fifty_megabytes_are_not_read(self) -> None:
        sent = []

        def large(handler: object) -> None:
            handler.send_response(200)
            handler.send_header("Content-Length", str(50 * 1024 * 1024))
            handler.end_headers()
            try:
                for _ in range(800):
                    handler.wfile.write(b" " * 64 * 1024)
                    sent.append(64 * 1024)
            except OSError:
                pass

        self.pages.at["/keys"] = large
        with override_settings(LINKS_PRIVATE_HOSTS=[self.pages.host]):
            self.refuse(f"http://{self.pages.host}/keys", "large")
        self.assertLess(sum(sent), 20 * MOST_BYTES)

    def test_what_answers_for_a_minute_is_left_after_seconds(self) -> None:
        def slow(handler: object) -> None:
            handler.send_response(200)
            handler.end_headers()
            try:
                for _ in range(600):
                    handler.wfile.write(b" ")
                    handler.wfile.flush()
                    time.sleep(0.1)
            except OSError:
                pass

        self.pages.at["/keys"] = slow
        began = time.monotonic()
        with override_settings(LINKS_PRIVATE_HOSTS=[self.pages.host]), mock.patch("apps.links.fetching.SECONDS", 1):
            self.refuse(f"http://{self.pages.host}/keys", "slow")
        self.assertLess(time.monotonic() - began, 5)

    def test_nothing_is_followed_to_somewhere_else(self) -> None:
        def elsewhere(handler: object) -> None:
            handler.send_response(302)
            handler.send_header("Location", f"http://{self.pages.host}/inner")
            handler.end_headers()

        self.pages.at |= {"/keys": elsewhere, "/inner": {"keys": []}}
        with override_settings(LINKS_PRIVATE_HOSTS=[self.pages.host]):
            self.refuse(f"http://{self.pages.host}/keys", "status")
        self.assertEqual(self.pages.asked, ["/keys"])
