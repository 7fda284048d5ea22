"""What whoever runs Unvo needs: is it alive, can it work, which request was it, is it safe to show to the world."""

from __future__ import annotations

import json
import logging
import os
import subprocess
import sys
from pathlib import Path
from unittest import mock

from config import health
from django.conf import settings
from django.db import OperationalError
from django.test import override_settings
from pythonjsonlogger.json import JsonFormatter

from tests.base import KEEPS_UP, Caller, DemoCase

SERVER = Path(__file__).resolve().parents[1]


class Health(DemoCase):
    def test_it_is_alive_and_ready_for_anybody_who_asks(self) -> None:
        client = Caller(None).client
        self.assertEqual(client.get("/health/alive").status_code, 200)
        ready = client.get("/health/ready")
        self.assertEqual((ready.status_code, set(ready.json().values())), (200, {True}))

    def test_it_says_what_it_can_not_do(self) -> None:
        client = Caller(None).client
        with mock.patch.object(health, "_migrated", return_value=False):
            told = client.get("/health/ready")
        self.assertEqual((told.status_code, told.json()["migrated"], told.json()["database"]), (503, False, True))
        with mock.patch.object(health.connection, "cursor", side_effect=OperationalError):
            told = client.get("/health/ready")
            self.assertEqual((told.status_code, told.json()["database"]), (503, False))
            self.assertEqual(client.get("/health/alive").status_code, 200)
        with override_settings(MEDIA_ROOT="/proc/nowhere/files"):
            self.assertFalse(client.get("/health/ready").json()["files"])


class Numbers(DemoCase):
    def test_a_failure_is_found_in_the_log_by_the_number_that_its_page_shows(self) -> None:
        caller = Caller(KEEPS_UP)
        caller.client.raise_request_exception = False
        with (
            mock.patch("apps.screens.today.page.today", side_effect=RuntimeError("broken")),
            self.assertLogs("apps.kernel.problem_json", "ERROR") as logged,
        ):
            logging.getLogger("apps.kernel.problem_json").handlers[0].addFilter(self.of_request())
            told = caller.get("/today")
        self.assertEqual((told.status_code, told["X-Request-ID"]), (500, told.json()["request"]))
        self.assertEqual(logged.records[0].request, told.json()["request"])

    def of_request(self) -> logging.Filter:
        from apps.kernel.log_lines import OfRequest

        return OfRequest()

    def test_a_number_is_taken_from_a_front_server_that_is_believed_and_from_nobody_else(self) -> None:
        client = Caller(None).client
        given = {"X-Request-ID": "front-0123456789"}
        self.assertNotEqual(client.get("/health/alive", headers=given)["X-Request-ID"], given["X-Request-ID"])
        with override_settings(ALLAUTH_TRUSTED_PROXY_COUNT=1):
            self.assertEqual(client.get("/health/alive", headers=given)["X-Request-ID"], given["X-Request-ID"])
            forged = client.get("/health/alive", headers={"X-Request-ID": "a\tb {} forged line"})
            self.assertRegex(forged["X-Request-ID"], r"^[0-9a-f]{16}$")

    def test_a_line_for_programs_holds_the_facts_apart_and_no_name(self) -> None:
        caller = Caller(KEEPS_UP)
        with self.assertLogs("unvo.requests", "INFO") as logged:
            caller.get("/courses/srv-110/search?q=secret")
        form = settings.LOGGING["formatters"]["json"]["fmt"]
        line = json.loads(JsonFormatter(form).format(logged.records[0]))
        self.assertEqual(
            (line["path"], line["status"], line["person"]), ("/api/courses/srv-110/search", 200, caller.person.pk)
        )
        self.assertNotIn("secret", json.dumps(line))
        self.assertNotIn(KEEPS_UP, json.dumps(line))


class Deployed(DemoCase):
    def test_the_production_settings_pass_the_frameworks_own_check(self) -> None:
        env = os.environ | {
            "DJANGO_SETTINGS_MODULE": "config.settings.production",
            "UNVO_SECRET_KEY": "".join(map(chr, range(48, 123))),
            "UNVO_HOSTS": "learn.ostrell.example",
        }
        command = [sys.executable, "manage.py", "check", "--deploy", "--fail-level", "WARNING"]
        told = subprocess.run(command, cwd=SERVER, env=env, capture_output=True, text=True, check=False)
        self.assertEqual(told.returncode, 0, told.stderr)
        unset = subprocess.run(
            command, cwd=SERVER, env=env | {"UNVO_SECRET_KEY": ""}, capture_output=True, text=True, check=False
        )
        self.assertIn("UNVO_SECRET_KEY is not set", unset.stderr)
