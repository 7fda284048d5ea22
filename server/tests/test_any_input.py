"""Whatever the API's own description allows is answered: with success, or with a problem in a sentence, never a failure.

Requests are drawn by Schemathesis from the OpenAPI snapshot; ids are replaced by ones that are there, most of the time.
"""

from __future__ import annotations

import json
from pathlib import Path
from random import Random
from typing import Any
from urllib.parse import quote, urlencode

import schemathesis
from apps.layout.models import Item, Module, Part
from apps.people.models import Person
from hypothesis import HealthCheck, Phase, given, seed, settings

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

SNAPSHOT = Path(__file__).with_name("openapi.json")
EXAMPLES = 4
KNOWN_SHARE = 0.85


class AnyInput(DemoCase):
    def setUp(self) -> None:
        own = {"course": self.course, "removed": False}
        module = Module.objects.get(course=self.course, week=7)
        self.random = Random(7)
        self.known: dict[str, list[Any]] = {
            "slug": ["srv-110"],
            "key": ["7", "8", "break-2026-10-19"],
            "number": [1, 13, 30],
            "item_id": list(Item.objects.filter(**own, module=module).values_list("pk", flat=True)),
            "module_id": [module.pk],
            "part_id": list(Part.objects.filter(module=module).values_list("pk", flat=True)),
            "person_id": list(Person.objects.values_list("pk", flat=True)[:6]),
        }

    def answered(self, who: str) -> int:
        """Ask every operation as this person; the number of answers."""
        caller, count, failed = Caller(who), 0, []
        for found in schemathesis.openapi.from_dict(json.loads(SNAPSHOT.read_text())).get_all_operations():
            operation = found.ok()

            @seed(1)
            @settings(
                max_examples=EXAMPLES,
                deadline=None,
                database=None,
                phases=[Phase.generate],
                suppress_health_check=list(HealthCheck),
            )
            @given(operation.as_strategy())
            def ask(case: Any) -> None:
                nonlocal count
                told = self.send(caller, case)
                count += told is not None
                if told is not None and not self.is_answer(told):
                    failed.append((case.method, case.path, case.path_parameters, case.body, told.content[:200]))

            ask()
        self.assertEqual(failed, [])
        return count

    def send(self, caller: Caller, case: Any) -> Any:
        wanted = {**(case.path_parameters or {})}
        for name in wanted.keys() & self.known.keys():
            if self.random.random() < KNOWN_SHARE:
                wanted[name] = self.random.choice(self.known[name])
        path = case.path
        for name, value in wanted.items():
            path = path.replace(f"{{{name}}}", quote(str(value), safe=""))
        if "{" in path or case.media_type == "multipart/form-data":
            return None
        body = case.body if isinstance(case.body, dict | list) else None
        asked = f"?{urlencode(case.query, doseq=True)}" if case.query else ""
        return caller.send(case.method.upper(), path.removeprefix("/api") + asked, body)

    def is_answer(self, told: Any) -> bool:
        if told.status_code < 400:
            return True
        shown = told.json() if told["Content-Type"] == "application/problem+json" else {}
        return told.status_code < 500 and len(shown.get("detail", "")) > 12

    def test_an_instructor_is_always_answered(self) -> None:
        self.assertGreater(self.answered(INSTRUCTOR), 300)

    def test_a_student_is_always_answered(self) -> None:
        self.assertGreater(self.answered(KEEPS_UP), 300)
