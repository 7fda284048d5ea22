"""What is refused: one test for each way of coming in that is not the right one."""

from __future__ import annotations

import base64
import hashlib
import hmac
import json
import time
from datetime import UTC, datetime, timedelta
from unittest import mock
from urllib.parse import urlencode

from django.core import signing
from django.test import SimpleTestCase, override_settings
from joserfc.jwk import RSAKey
from tests.base import ADMINISTRATOR, BEHIND, INSTRUCTOR, KEEPS_UP

from apps.links.actions.join_system import begin_registration
from apps.links.fetching import MOST_BYTES, NotFetched, fetch, fetch_json
from apps.links.lti import keys as our_keys
from apps.links.models import LinkedSystem, Picking, PlatformKey
from apps.links.tests.linked import Linked, actor_named
from apps.links.tests.tool import DL, LTI, Pages, Tool
from apps.people.models import Person


def unsigned(claims: dict[str, object], alg: str = "none") -> str:
    return ".".join(encoded(json.dumps(part).encode()) for part in ({"alg": alg, "typ": "JWT"}, claims)) + "."


def signed_by_public_key(tool: Tool, claims: dict[str, object]) -> str:
    """HS256 with the public key as the secret: what a careless reader of `alg` takes for signed."""
    head = {"alg": "HS256", "kid": tool.key.kid, "typ": "JWT"}
    text = ".".join(encoded(json.dumps(part).encode()) for part in (head, claims))
    mark = hmac.new(tool.key.as_pem(private=False), text.encode(), hashlib.sha256).digest()
    return f"{text}.{encoded(mark)}"


def encoded(part: bytes) -> str:
    return base64.urlsafe_b64encode(part).rstrip(b"=").decode()


class Questions(Linked):
    """What a system asks when somebody comes."""

    def ask(self, username: str = KEEPS_UP, begun_by: str = KEEPS_UP, **other: str) -> tuple[int, str]:
        begun = self.begun(self.browser(begun_by))["Location"]
        question = self.tool.question(begun, **other)
        answer = self.browser(username).get(f"{self.tool.authorize_at}?{urlencode(question)}")
        self.assertNotIn('name="id_token"', answer.content.decode())
        return answer.status_code, answer.content.decode()

    def test_an_address_that_it_was_not_registered_with_gets_nothing(self) -> None:
        for wrong in ("https://elsewhere.example/launch", self.tool.launch_at + "/", self.tool.launch_at + "?a=1", ""):
            status, page = self.ask(redirect_uri=wrong)
            self.assertEqual(status, 400)
            self.assertNotIn("<form", page)

    def test_an_unknown_client_gets_nothing(self) -> None:
        self.assertEqual(self.ask(client_id="somebody")[0], 400)

    def test_other_faults_are_told_to_the_system_with_its_state(self) -> None:
        for field, value, error in (
            ("response_type", "code", "unsupported_response_type"),
            ("scope", "openid email", "invalid_scope"),
            ("response_mode", "query", "invalid_request"),
            ("prompt", "login", "invalid_request"),
            ("nonce", "", "invalid_request"),
            ("login_hint", "", "invalid_request"),
        ):
            status, page = self.ask(**{field: value, "state": "kept-state"})
            self.assertEqual(status, 200)
            self.assertIn(f'value="{error}"', page, field)
            self.assertIn('value="kept-state"', page)

    def test_one_nonce_is_answered_once(self) -> None:
        browser = self.browser()
        question = self.tool.question(self.begun(browser)["Location"])
        self.tool.posted(browser.get(f"{self.tool.authorize_at}?{urlencode(question)}"))
        again = browser.get(f"{self.tool.authorize_at}?{urlencode(question)}")
        self.assertEqual(again.status_code, 400)
        self.assertNotIn("id_token", again.content.decode())

    def test_a_launch_that_another_began_is_not_answered(self) -> None:
        self.assertEqual(self.ask(BEHIND, begun_by=KEEPS_UP)[0], 403)
        self.assertEqual(self.ask(INSTRUCTOR, begun_by=KEEPS_UP)[0], 403)

    def test_hints_are_ours_fresh_and_of_one_piece(self) -> None:
        other = self.tool.question(self.begun(self.browser(BEHIND))["Location"])
        for fields in (
            {"login_hint": other["login_hint"]},
            {"lti_message_hint": other["lti_message_hint"]},
            {"login_hint": "made-up"},
            {"lti_message_hint": ""},
            {"lti_message_hint": signing.dumps({"subject": "x"}, salt="other")},
        ):
            self.assertEqual(self.ask(**fields)[0], 400, fields)
        begun = self.begun(self.browser())["Location"]
        question = self.tool.question(begun)
        with mock.patch("django.core.signing.time.time", return_value=time.time() + 601):
            answer = self.browser().get(f"{self.tool.authorize_at}?{urlencode(question)}")
        self.assertEqual(answer.status_code, 400)
        self.assertIn("ten minutes", answer.content.decode())

    def test_nobody_signed_in_is_told_as_the_standard_has_it(self) -> None:
        question = self.tool.question(self.begun(self.browser())["Location"])
        page = self.outside.get(f"{self.tool.authorize_at}?{urlencode(question)}").content.decode()
        self.assertIn('value="login_required"', page)
        self.assertNotIn("id_token", page)


class Assertions(Linked):
    """What a system signs to get a token."""

    def refuse(self, assertion: str, error: str = "invalid_client", status: int = 401) -> None:
        answer = self.tool.ask_token(self.outside, assertion, "score")
        self.assertEqual((answer.status_code, answer.json()["error"]), (status, error), answer.content)
        self.assertGreater(len(answer.json()["error_description"]), 12)

    def test_only_what_it_signed_itself_with_a_key_of_its_set(self) -> None:
        claims = self.tool.assertion()
        stranger = RSAKey.generate_key(2048)
        self.refuse(self.tool.signed(claims, stranger))
        self.refuse(self.tool.signed(claims, stranger, kid=str(self.tool.key.kid)))
        self.refuse(self.tool.signed(claims, kid="unknown"))
        self.refuse(signed_by_public_key(self.tool, claims))
        self.refuse(unsigned(claims))
        self.refuse(unsigned(claims, "RS256"))
        self.refuse("")
        self.refuse("a.b.c")
        self.refuse("x" * 70_000)

    def test_only_in_its_own_name_and_for_us(self) -> None:
        for wrong in (
            {"iss": "somebody"},
            {"sub": "somebody"},
            {"aud": "https://elsewhere.example/token"},
            {"aud": [self.tool.token_at, "https://elsewhere.example"]},
            {"aud": []},
            {"jti": None},
            {"jti": ""},
        ):
            self.refuse(self.tool.signed(self.tool.assertion(**wrong)))

    def test_only_now(self) -> None:
        at = int(time.time())
        for wrong in (
            {"exp": at - 120},
            {"exp": None},
            {"iat": at + 600},
            {"iat": None},
            {"nbf": at + 600},
            {"exp": at + 10 * 3600},
            {"iat": at - 10 * 3600},
            {"exp": "soon"},
        ):
            self.refuse(self.tool.signed(self.tool.assertion(**wrong)))

    def test_only_once(self) -> None:
        assertion = self.tool.signed(self.tool.assertion())
        self.assertEqual(self.tool.ask_token(self.outside, assertion, "score").status_code, 200)
        self.refuse(assertion)

    def test_only_scopes_that_it_was_given(self) -> None:
        self.system.scopes = [s for s in self.system.scopes if "score" not in s]
        self.system.save()
        self.refuse(self.tool.signed(self.tool.assertion()), "invalid_scope", 400)
        given = self.tool.ask_token(self.outside, self.tool.signed(self.tool.assertion()), "score", "members").json()
        self.assertNotIn("scope/score", given["scope"])

    def test_a_scope_that_is_taken_away_is_gone_from_tokens_that_are_out(self) -> None:
        token = self.tool.token(self.outside, "members")
        address = f"http://testserver/lti/{self.course.pk}/{self.course.sections.first().pk}/members"
        self.assertEqual(self.tool.call(self.outside, "GET", address, token).status_code, 200)
        self.system.scopes = []
        self.system.save()
        self.assertEqual(self.tool.call(self.outside, "GET", address, token).status_code, 403)

    def test_a_token_is_good_for_an_hour(self) -> None:
        token = self.tool.token(self.outside, "members")
        address = f"http://testserver/lti/{self.course.pk}/{self.course.sections.first().pk}/members"
        with mock.patch("django.core.signing.time.time", return_value=time.time() + 3601):
            self.assertEqual(self.tool.call(self.outside, "GET", address, token).status_code, 401)

    def test_more_calls_than_a_minute_has_room_for_are_put_off(self) -> None:
        token = self.tool.token(self.outside, "members")
        address = f"http://testserver/lti/{self.course.pk}/{self.course.sections.first().pk}/members"
        with override_settings(LINKS_CALLS_A_MINUTE=1), mock.patch("apps.links.services.pace._counts", {}):
            self.assertEqual(self.tool.call(self.outside, "GET", address, token).status_code, 200)
            put_off = self.tool.call(self.outside, "GET", address, token)
        self.assertEqual((put_off.status_code, put_off["Retry-After"]), (429, "5"))

    def test_a_key_that_is_rolled_over_is_found(self) -> None:
        self.tool.token(self.outside, "score")
        self.tool.key = RSAKey.generate_key(2048, {"use": "sig", "alg": "RS256"}, auto_kid=True)
        self.tool.publish()
        # Within a minute of the last reading it is not read anew.
        self.refuse(self.tool.signed(self.tool.assertion()))
        LinkedSystem.objects.update(keys_at="2026-10-01T00:00Z")
        self.tool.token(self.outside, "score")


class Answers(Linked):
    """What a system sends back when content was picked."""

    def setUp(self) -> None:
        super().setUp()
        self.picking = Picking.objects.create(
            system=self.system,
            course=self.course,
            section=self.course.sections.first(),
            person=Person.objects.get(username=INSTRUCTOR),
            begun_at="2026-10-07T10:00Z",
        )
        browser = self.browser(INSTRUCTOR)
        self.claims = self.tool.arrive(browser, browser.get(f"/lti/pick/{self.picking.key}")["Location"])
        self.back = self.claims[DL + "deep_linking_settings"]["deep_link_return_url"]

    def send(self, token: str) -> int:
        return self.outside.post(self.back, {"JWT": token}).status_code

    def test_what_is_right_comes_back_and_places_nothing(self) -> None:
        items = [
            {
                "type": "ltiResourceLink",
                "title": "Set 8A",
                "url": f"{self.tool.base}/launch?set=8a",
                "lineItem": {"scoreMaximum": 30, "resourceId": "8a"},
                "submission": {"endDateTime": "2026-10-18T23:59:00-05:00"},
            },
            {"type": "ltiResourceLink", "title": "Elsewhere", "url": "https://elsewhere.example/x"},
            {"type": "html", "html": "<p>"},
        ]
        self.assertEqual(self.send(self.tool.picked(self.claims, items)), 303)
        self.picking.refresh_from_db()
        first, second, third = self.picking.picked
        self.assertEqual((first["title"], first["points"], first["resource_id"]), ("Set 8A", "30", "8a"))
        self.assertEqual(first["due"], "2026-10-18T23:59:00-05:00")
        self.assertEqual((second["refused"], third["refused"]), ("links.content_address", "links.content_kind"))
        self.assertIsNone(self.picking.placed_at)

    def test_the_request_says_what_can_be_placed(self) -> None:
        settings = self.claims[DL + "deep_linking_settings"]
        self.assertEqual(self.claims[LTI + "message_type"], "LtiDeepLinkingRequest")
        self.assertEqual(settings["accept_types"], ["ltiResourceLink"])
        self.assertTrue(settings["accept_multiple"])
        self.assertEqual(self.claims[LTI + "target_link_uri"], f"{self.tool.base}/pick")

    def test_all_else_is_refused(self) -> None:
        at = int(time.time())
        wrong = {
            "issuer": {"iss": "somebody"},
            "audience": {"aud": "https://elsewhere.example"},
            "deployment": {LTI + "deployment_id": "other"},
            "message": {LTI + "message_type": "LtiResourceLinkRequest"},
            "version": {LTI + "version": "1.1"},
            "data": {DL + "data": "other"},
            "nonce": {"nonce": ""},
            "old": {"exp": at - 200, "iat": at - 300},
            "early": {"iat": at + 900, "exp": at + 1000},
        }
        for name, claims in wrong.items():
            self.assertEqual(self.send(self.tool.picked(self.claims, [], **claims)), 400, name)
        self.assertEqual(self.send(unsigned({"iss": self.tool.client_id})), 400)
        good = self.tool.picked(self.claims, [])
        self.assertEqual(self.send(good), 303)
        self.assertEqual(self.send(good), 400, "replayed")

    def test_a_choice_is_the_persons_who_began_it(self) -> None:
        answer = self.browser(KEEPS_UP).get(f"/lti/pick/{self.picking.key}")
        self.assertEqual(answer.status_code, 404)


class Registrations(Linked):
    def asked(self) -> str:
        return begin_registration(actor_named(ADMINISTRATOR), None, f"{self.tool.base}/register")

    def test_a_registration_waits_to_be_let_in(self) -> None:
        fresh = Tool(self.pages)
        self.assertEqual(fresh.register(self.outside, self.asked()).status_code, 200)
        self.assertTrue(LinkedSystem.objects.get(client_id=fresh.client_id).waits)
        self.assertEqual(fresh.ask_token(self.outside, fresh.signed(fresh.assertion()), "score").status_code, 401)

    def test_a_registration_token_is_good_once_and_for_an_hour(self) -> None:
        asked = self.asked()
        self.assertEqual(Tool(self.pages).register(self.outside, asked).status_code, 200)
        self.refused(Tool(self.pages).register(self.outside, asked), 401, "links.registration_token")
        asked = self.asked()
        with mock.patch("django.core.signing.time.time", return_value=time.time() + 3601):
            self.refused(Tool(self.pages).register(self.outside, asked), 401, "links.registration_token")
        made_up = asked.partition("registration_token=")[0] + "registration_token=made-up"
        self.refused(Tool(self.pages).register(self.outside, made_up), 401, "links.registration_token")

    def test_what_can_be_no_system_is_refused_and_the_token_stays_good(self) -> None:
        asked = self.asked()
        for other, code in (
            ({"redirect_uris": ["http://10.0.0.7/launch"]}, "links.address"),
            ({"redirect_uris": ["https://u:p@tool.example/launch"]}, "links.address"),
            ({"redirect_uris": []}, "links.no_redirect"),
            ({"jwks_uri": "file:///etc/passwd"}, "links.address"),
            ({"jwks_uri": ""}, "links.no_keys"),
            ({"client_name": " "}, "links.no_name"),
            ({"response_types": ["code"]}, "links.flow"),
            ({"token_endpoint_auth_method": "client_secret_post"}, "links.auth_method"),
            ({"https://purl.imsglobal.org/spec/lti-tool-configuration": None}, "links.no_tool_configuration"),
            ({"redirect_uris": ["https://tool.example/launch"]}, "links.other_host"),
        ):
            self.refused(Tool(self.pages).register(self.outside, asked, **other), 400, code)
        self.assertEqual(Tool(self.pages).register(self.outside, asked).status_code, 200)


class OurKeys(Linked):
    def test_what_an_old_key_signed_is_honoured_for_a_stated_time(self) -> None:
        browser = self.browser()
        begun = self.begun(browser)["Location"]
        form = self.tool.posted(browser.get(f"{self.tool.authorize_at}?{urlencode(self.tool.question(begun))}"))
        our_keys.make_key()
        self.tool.read(self.outside, form["id_token"])
        self.assertEqual(len(self.outside.get(self.tool.keys_at).json()["keys"]), 2)
        late = datetime.now(UTC) + our_keys.HONOURED + timedelta(minutes=1)
        with mock.patch("django.utils.timezone.now", return_value=late):
            self.assertEqual(len(self.outside.get(self.tool.keys_at).json()["keys"]), 1)

    def test_private_halves_are_published_nowhere_and_kept_sealed(self) -> None:
        our_keys.signing_key()
        for key in self.outside.get(self.tool.keys_at).json()["keys"]:
            self.assertEqual({"kty", "n", "e", "kid", "use", "alg"}, set(key))
        self.assertNotIn("PRIVATE", PlatformKey.objects.get().sealed)


class Fetching(SimpleTestCase):
    """Addresses that somebody outside named."""

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
