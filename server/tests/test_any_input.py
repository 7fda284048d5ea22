"""Whatever is sent to an operation is answered: with success, or with a problem in a sentence, never with a failure.

Requests are drawn from the API's own description with values at and beyond the edges (`tests.hostile`), files and the
two headers of reading included. `UNVO_DRAWS` says how many for each operation and role.
"""

from __future__ import annotations

import json
import os
from pathlib import Path
from typing import Any
from urllib.parse import quote, urlencode

from apps.layout.models import Item, Module, Part
from apps.people.models import Person
from apps.talk.models import Post
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PDF, PNG
from tests.hostile import Hostile

SNAPSHOT = Path(__file__).with_name("openapi.json")
DRAWS = int(os.environ.get("UNVO_DRAWS", "3"))
KNOWN_SHARE, SENT_SHARE, HEADER_SHARE = 0.9, 0.8, 0.3
AS_ON = ("0001-01-01T00:00", "9999-12-31T23:59", "2026-10-07T10:00+14:00", "x" * 5000, "2026-10-07", "1e999")
AS_STUDENT = (
    "[" * 7000,
    "[" * 20_000,
    '{"section":1e999,"groups":[],"allowances":true,"doings":{}}',
    '{"section":99999999999999999999,"groups":[],"allowances":true,"doings":{}}',
    '{"section":null,"groups":[1e400],"allowances":true,"doings":{}}',
    '{"section":null,"groups":[],"allowances":true,"doings":{"99999999999999999999":"oth"}}',
    "[]",
    "null",
)
NAMES = ("page.png", "paper.pdf", "captions.vtt", "slides.pptx", "essay.docx", "a" * 250 + ".pdf", "x." + "e" * 240)
CONTENTS = (
    b"",
    b"\x00",
    PNG,
    PNG[:40],
    PDF,
    PDF[:60],
    b"%PDF-1.7\nbroken",
    b"WEBVTT\n\n00:",
    b"PK\x03\x04broken",
    b"\xff" * 900,
)


class AnyInput(DemoCase):
    def setUp(self) -> None:
        own = {"course": self.course, "removed": False}
        module = Module.objects.get(course=self.course, week=7)
        items = list(Item.objects.filter(**own, module=module).values_list("pk", flat=True))
        self.known: dict[str, list[Any]] = {
            "slug": ["srv-110"],
            "key": ["7", "8", "break-2026-10-19"],
            "number": [1, 13, 30],
            "item_id": items,
            "thing_id": items,
            "kind": ["item", "module", "part"],
            "module_id": [module.pk],
            "part_id": list(Part.objects.filter(module=module).values_list("pk", flat=True)),
            "post_id": list(Post.objects.values_list("pk", flat=True)[:6]),
            "person_id": list(Person.objects.values_list("pk", flat=True)[:6]),
        }
        self.description = json.loads(SNAPSHOT.read_text())
        self.hostile = Hostile(self.description, seed=7)
        self.random = self.hostile.random

    def everything_is_answered(self, who: str) -> None:
        caller, failed, count = Caller(who), [], 0
        for path, at in self.description["paths"].items():
            for method, operation in at.items():
                draws = DRAWS if operation.get("requestBody") or operation.get("parameters") else 1
                for _ in range(draws):
                    mark = transaction.savepoint()
                    sent, told = self.ask(caller, method, path, operation)
                    transaction.savepoint_rollback(mark)
                    # Let go of it too: each one that stays holds a lock of the database.
                    transaction.savepoint_commit(mark)
                    count += 1
                    if not self.is_answer(told):
                        failed.append((method, path, str(sent)[:90], told.status_code, told.content[:200]))
        self.assertEqual(failed, [])
        self.assertGreater(count, 100 * DRAWS)

    def ask(self, caller: Caller, method: str, path: str, operation: dict[str, Any]) -> tuple[Any, Any]:
        address, asked = path, {}
        for one in operation.get("parameters", []):
            name, drawn = one["name"], self.hostile.value(one["schema"])
            if name in self.known and self.random.random() < KNOWN_SHARE:
                drawn = self.random.choice(self.known[name])
            said = str(drawn).encode("utf-8", "surrogatepass")
            if one["in"] == "path":
                address = address.replace(f"{{{name}}}", quote(said, safe=""))
            elif self.random.random() < SENT_SHARE:
                asked[name] = said
        address += f"?{urlencode(asked)}" if asked else ""
        headers = {"Idempotency-Key": f"k{self.random.random()}"} | self.headers(method)
        content = operation.get("requestBody", {}).get("content", {})
        if "multipart/form-data" in content:
            fields = self.fields(content["multipart/form-data"]["schema"])
            return (address, fields), caller.client.post(address, fields, headers=headers)
        schema = content.get("application/json", {}).get("schema")
        body = self.hostile.value(schema) if schema else None
        sent = {} if body is None else {"data": json.dumps(body), "content_type": "application/json"}
        return (address, headers, body), getattr(caller.client, method)(address, headers=headers, **sent)

    def fields(self, schema: dict[str, Any]) -> dict[str, Any]:
        """The fields of a form, with a file that is damaged, empty, or not what its name says."""
        if "$ref" in schema:
            schema = self.description["components"]["schemas"][schema["$ref"].rsplit("/", 1)[1]]
        found: dict[str, Any] = {}
        for name, inner in schema["properties"].items():
            drawn = self.hostile.value(inner)
            found[name] = str(drawn).encode("utf-8", "replace").decode() if drawn is not None else ""
        content = self.random.choice(CONTENTS)
        return found | {"file": SimpleUploadedFile(self.random.choice(NAMES), content)}

    def headers(self, method: str) -> dict[str, str]:
        if method != "get" or self.random.random() > HEADER_SHARE:
            return {}
        as_on = self.random.random() < 0.5
        return {"As-On": self.random.choice(AS_ON)} if as_on else {"As-Student": self.random.choice(AS_STUDENT)}

    def is_answer(self, told: Any) -> bool:
        if told.status_code < 400:
            return True
        if told.request["REQUEST_METHOD"] == "HEAD":
            return bool(told.status_code < 500)  # It has no words.
        shown = told.json() if told["Content-Type"] == "application/problem+json" else {}
        return told.status_code < 500 and len(shown.get("detail", "")) > 12

    def test_an_instructor_is_always_answered(self) -> None:
        self.everything_is_answered(INSTRUCTOR)

    def test_an_assistant_is_always_answered(self) -> None:
        self.everything_is_answered(ASSISTANT)

    def test_a_student_is_always_answered(self) -> None:
        self.everything_is_answered(KEEPS_UP)
