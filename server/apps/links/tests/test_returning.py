"""What a system signs and sends along when it sends a person back (docs/links.md): access, and a question to ask."""

from __future__ import annotations

import time
import uuid
from typing import Any
from unittest.mock import patch

from django.db import connection
from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller

from apps.links.fetching import fetch_json
from apps.links.lti import tokens
from apps.links.models import SystemAccess
from apps.links.tests.linked import Linked

ACCESS, ASKED = "urn:unvo:lti:claim:access", "urn:unvo:lti:claim:asked"
UNTIL = "2026-10-09T23:59:00-05:00"


class Returning(Linked):
    def setUp(self) -> None:
        super().setUp()
        self.student = Caller(KEEPS_UP)
        self.subject = self.arrive()["sub"]

    def token(self, **other: Any) -> str:
        at = int(time.time())
        claims = {
            "iss": self.tool.client_id,
            "aud": self.tool.issuer,
            "sub": self.subject,
            "iat": at,
            "exp": at + 300,
            "jti": uuid.uuid4().hex,
            **other,
        }
        return self.tool.signed(claims)

    def back(self, what: str, token: str, who: Caller | None = None) -> Any:
        path = f"/courses/srv-110/items/{self.linked_item.pk}/link/{what}"
        return (who or self.student).send("POST", path, {"token": token})

    def test_access_is_heard_once(self) -> None:
        token = self.token(**{ACCESS: {"kind": "trial", "until": UNTIL}})
        self.assertEqual(self.back("told", token).status_code, 200)
        row = SystemAccess.objects.get(person=self.student.person)
        self.assertEqual((row.kind, row.until.isoformat() if row.until else ""), ("trial", "2026-10-10T04:59:00+00:00"))
        self.refused(self.back("told", token), 400, "links.replayed")

    def test_what_is_anybody_elses_is_not_believed(self) -> None:
        told = {ACCESS: {"kind": "paid"}}
        for other, status, code in (
            ({"iss": "another"}, 400, "links.issuer"),
            ({"aud": "https://elsewhere.example"}, 400, "links.audience"),
            ({"sub": uuid.uuid4().hex}, 403, "links.other_person"),
            ({"jti": None}, 400, "links.replayed"),
            ({"exp": int(time.time()) - 120}, 400, "links.token_old"),
        ):
            self.refused(self.back("told", self.token(**told, **other)), status, code)
        self.refused(self.back("told", self.token(**told), Caller(BEHIND)), 403, "links.other_person")
        self.assertEqual(self.back("told", self.token(**told), Caller(INSTRUCTOR)).status_code, 403)
        self.refused(self.back("told", "no.token.atall"), 400, "links.token")
        self.assertFalse(SystemAccess.objects.filter(kind="paid").exists())

    def test_a_question_comes_along_by_a_ticket_that_is_its_askers(self) -> None:
        asked = {
            "problem": "1. Chains",
            "html": "<p>How <b>long</b>?</p>",
            "tries": [{"answer": "3", "verdict": "wrong"}],
        }
        told = self.back("asked", self.token(**{ASKED: asked}))
        self.assertEqual(told.status_code, 200, told.content)
        path = f"/courses/srv-110/items/{self.linked_item.pk}/link/questions"
        question = {"html": "<p>Why?</p>", "ticket": told.json()["ticket"]}
        for who, status in ((self.student, 200), (Caller(BEHIND), 400)):
            sent = who.send("POST", path, question)
            self.assertEqual(sent.status_code, status, sent.content)
        self.refused(self.back("asked", self.token()), 400, "links.nothing_asked")

    def test_no_transaction_waits_for_the_keys_of_a_system(self) -> None:
        self.system.kept_keys, self.system.keys_at = {}, None
        self.system.save()
        held, within = len(connection.savepoint_ids), []

        def fetched(address: str) -> Any:
            within.append(len(connection.savepoint_ids))
            return fetch_json(address)

        with patch.object(tokens, "fetch_json", fetched):
            self.assertEqual(self.back("told", self.token(**{ACCESS: {"kind": "paid"}})).status_code, 200)
        self.assertEqual(within, [held])
