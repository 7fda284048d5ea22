"""Own course, ids of another one: every operation with an id, in its address or in what it is told, changes nothing
there and tells nothing of it. The instructor teaches both courses, so that only the ids are at fault."""

from __future__ import annotations

import json
import re
from typing import Any

from apps.assignments.models import HandIn, HandInPhoto, WorkComment, WorkNote
from apps.courses.models import Enrolment, Group, Section
from apps.gradebook.models import Category, GradedItem, LateRule, Remark, Rubric
from apps.joining.models import ClassCode
from apps.layout.models import Allowance, Item, Module, Part, Rhythm
from apps.library.models import Entry, ErrorReport
from apps.links.models import LinkedSystem, Picking
from apps.messages.models import Announcement, Message, Question, Thread
from apps.people.models import Person
from apps.questions.models import Bank, BankQuestion, QuestionEdition
from apps.talk.models import Post
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction

from tests.base import INSTRUCTOR, KEEPS_UP, Caller
from tests.files import PNG
from tests.other_course import OtherCourse
from tests.permission_bodies import BODIES, UPLOADS
from tests.permission_table import TABLE
from tests.test_permissions import SNAPSHOT

OWN = "/courses/srv-110"
REFUSED = (400, 403, 404, 409, 422)
METHODS = ("get", "post", "put", "patch", "delete")
NOT_OURS = (
    "condition.no_score",
    "item.no_such_place",
    "item.same_module",
    "conditions.circle",
    "path.circle",
    "moment.circle",
)
"""What these wishes are refused for with ids of our own: they are understood, and looked at."""
SET_7A = "Set 7A: latitudes and departures"


class ForeignIds(OtherCourse):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def theirs(self) -> list[Any]:
        """All rows of the other course that a change could reach."""
        models = (
            Module,
            Item,
            Group,
            Entry,
            Allowance,
            Category,
            LateRule,
            Rubric,
            Remark,
            Rhythm,
            Section,
            GradedItem,
            Enrolment,
            ClassCode,
            Post,
            Announcement,
            Question,
            Thread,
            LinkedSystem,
            Picking,
        )
        rows: list[Any] = [list(m.objects.filter(course=self.other).values()) for m in models]
        return [
            *rows,
            list(ErrorReport.objects.filter(course=self.other).values()),
            list(Bank.objects.filter(course=self.other).values()),
            list(BankQuestion.objects.filter(bank__course=self.other).values()),
            QuestionEdition.objects.filter(question__bank__course=self.other).count(),
            HandIn.objects.count(),
            HandInPhoto.objects.count(),
            list(WorkNote.objects.values()),
            list(WorkComment.objects.values()),
            Message.objects.count(),
        ]

    def own(self) -> dict[str, Any]:
        week = Module.objects.get(course=self.course, week=7)
        return {
            "item_id": self.item(SET_7A).pk,
            "module_id": week.pk,
            "part_id": Part.objects.filter(module=week).values_list("pk", flat=True)[0],
            "person_id": Person.objects.get(username=KEEPS_UP).pk,
            "entry_id": Entry.objects.filter(course=self.course, shelf="tools").values_list("pk", flat=True)[0],
            **dict.fromkeys(
                (
                    "photo_id",
                    "note_id",
                    "official_id",
                    "comment_id",
                    "rubric_id",
                    "remark_id",
                    "file_id",
                    "change_id",
                    "report_id",
                    "absence_id",
                    "group_id",
                    "allowance_id",
                    "code_id",
                ),
                0,
            ),
            "section_id": Section.objects.filter(course=self.course).values_list("pk", flat=True)[0],
            "thing_id": self.item(SET_7A).pk,
            **dict.fromkeys(("bank_id", "bank_question_id", "edition", "answer_id", "rescoring_id"), 1),
            **dict.fromkeys(("system_key", "picking_key", "deployment_code"), "none"),
            "kind": "item",
            "code": "AAA-AAA",
            **dict.fromkeys(("part", "attempt", "position"), 1),
            "key": "7",
            "number": 13,
            **dict.fromkeys(("feed_id", "post_id", "announcement_id", "question_id", "thread_id"), 0),
        }

    def sent(self, what: str, method: str, path: str, body: Any, **files: Any) -> None:
        before = self.theirs()
        mark = transaction.savepoint()
        told = self.teacher.send(method.upper(), path, body, **files)
        with self.subTest(what, status=told.status_code):
            self.assertIn(told.status_code, REFUSED, told.content[:200])
            self.assertNotIn("Theirs", told.content.decode())
            self.assertEqual(self.theirs(), before)
        transaction.savepoint_rollback(mark)

    def test_every_address_with_an_id(self) -> None:
        tried = 0
        for address, at in json.loads(SNAPSHOT.read_text())["paths"].items():
            names = [name for name in re.findall(r"{(\w+)}", address) if name in self.foreign]
            if not address.startswith("/api/courses/{slug}"):
                continue
            for name in names:
                for method in set(at) & set(METHODS):
                    values = {**self.own(), name: self.foreign[name], "slug": "srv-110"}
                    operation = f"{method} {address}"
                    self.assertIn(operation, TABLE)
                    files = {"file": SimpleUploadedFile("a.png", PNG)} if operation in UPLOADS else {}
                    path = address.removeprefix("/api").format(**values)
                    self.sent(f"{operation} {name}", method, path, BODIES.get(operation), **files)
                    tried += 1
        self.assertGreater(tried, 45)

    def wishes(self, ids: dict[str, Any]) -> list[tuple[str, str, Any]]:
        """Changes of the own course that name these ids."""
        item, module, part = (ids[n] for n in ("item_id", "module_id", "part_id"))
        mine = self.item(SET_7A).pk
        after = {"on": "moment", "item": item, "moment": "due", "days": 1}
        rhythm = {**BODIES["post /api/courses/{slug}/rhythms"], "id": ids["rhythm"]}
        conditions = f"{OWN}/conditions"
        return [
            ("PUT", f"{OWN}/items/{mine}/moments", {"due": after}),
            ("PUT", f"{OWN}/items/{mine}/place", {"part_id": part, "before": None}),
            ("PUT", f"{OWN}/items/{mine}/place", {"part_id": None, "before": item}),
            ("PUT", f"{OWN}/items/{mine}/module", {"module_id": module}),
            ("PATCH", f"{OWN}/items/{mine}", {"read_first": [item]}),
            ("PUT", f"{OWN}/items/{mine}/settings", {"item": {"read_first": [item]}}),
            ("PUT", f"{OWN}/items/{mine}/settings", {"grading": self.grading(category=ids["category"])}),
            ("PUT", f"{OWN}/items/{mine}/settings", {"grading": self.grading(late=ids["late_rule"])}),
            ("PUT", conditions, self.waits({"on": "done", "items": [item]})),
            ("PUT", conditions, self.waits({"on": "score", "item": item, "percent": 50})),
            ("PUT", conditions, self.waits({"on": "for", "groups": [ids["group_id"]], "sections": []})),
            ("PUT", conditions, self.waits({"on": "for", "groups": [], "sections": [ids["section"]]})),
            *[("PUT", conditions, {"kind": kind, "id": ids[name], "of": []})
              for kind, name in (("item", "item_id"), ("part", "part_id"), ("module", "module_id"))],
            ("PUT", f"{OWN}/items/{mine}/rubric", {"rubric_id": ids["rubric_id"]}),
            ("PUT", f"{OWN}/opening", {"items": [mine, item]}),
            ("PUT", f"{OWN}/opening", {"modules": [module]}),
            ("POST", f"{OWN}/modules/{self.own()['module_id']}/items", {"title": "X", "kind": "page", "part_id": part}),
            ("POST", f"{OWN}/copy-in", {"item_id": item, "into_module": self.own()["module_id"]}),
            ("POST", f"{OWN}/copy-in", {"module_id": module, "into_week": 9}),
            ("POST", f"{OWN}/copy-in", {"item_id": mine, "into_module": module}),
            ("POST", f"{OWN}/shift", {"item_ids": [item], "days": 1}),
            ("POST", f"{OWN}/rhythms", rhythm),
            ("PUT", f"{OWN}/syllabus", {"item_id": item}),
            ("POST", f"{OWN}/error-reports", {"item_id": item, "text": "Wrong"}),
            *self.of_people(ids),
            ("POST", f"{OWN}/groups", {"name": "Crew", "members": [ids["person_id"]]}),
            ("POST", f"{OWN}/allowances", {"person_id": ids["person_id"], "excused": True}),
            ("POST", f"{OWN}/allowances", {"group_id": ids["group_id"], "excused": True}),
            ("POST", f"{OWN}/allowances", {"section_id": ids["section"], "excused": True}),
            ("POST", f"{OWN}/allowances", {"person_id": self.own()["person_id"], "item_id": item, "excused": True}),
        ]  # fmt: skip

    def of_people(self, ids: dict[str, Any]) -> list[tuple[str, str, Any]]:
        return [
            ("POST", f"{OWN}/people", {"people": [{"email": "new@x.example", "section_id": ids["section"]}]}),
            ("PUT", f"{OWN}/people/{self.own()['person_id']}/section", {"section_id": ids["section"]}),
            ("POST", f"{OWN}/teachers", {"person": {"email": "t@x.example"}, "role": "assistant",
                                         "section_ids": [ids["section"]]}),
            ("POST", f"{OWN}/codes", {"section_id": ids["section"]}),
            ("POST", f"{OWN}/sections/{self.last_section()}/merge", {"into": ids["section"]}),
        ]  # fmt: skip

    def last_section(self) -> int:
        return Section.objects.filter(course=self.course).order_by("-number").values_list("pk", flat=True)[0]

    def test_every_body_with_an_id(self) -> None:
        course, week = self.course, Module.objects.get(course=self.course, week=8)
        ours = {
            **self.own(),
            "item_id": self.item("Latitudes and departures").pk,
            "module_id": week.pk,
            "group_id": Group.objects.create(course=course, name="Crew of ours").pk,
            "rubric_id": Rubric.objects.get(course=course).pk,
            "section": Section.objects.filter(course=course).values_list("pk", flat=True)[0],
            "category": Category.objects.filter(course=course).values_list("pk", flat=True)[0],
            "late_rule": LateRule.objects.filter(course=course).values_list("pk", flat=True)[0],
            "rhythm": Rhythm.objects.create(course=course, name="Ours").pk,
        }
        for (method, path, body), (_, _, foreign) in zip(self.wishes(ours), self.wishes(self.foreign), strict=True):
            mark = transaction.savepoint()
            told = self.teacher.send(method, path, body)
            with self.subTest("with ids of our own", path=path, body=body):
                fine = told.status_code == 200 or told.json()["title"] in NOT_OURS
                self.assertTrue(fine, told.content[:300])
            transaction.savepoint_rollback(mark)
            self.sent(f"{method} {path} {foreign}", method, path, foreign)

    def grading(self, category: int | None = None, late: int | None = None) -> dict[str, Any]:
        return {"category_id": category, "late_rule_id": late, "hold": False}

    def waits(self, condition: dict[str, Any]) -> dict[str, Any]:
        return {"kind": "item", "id": self.item(SET_7A).pk, "of": [condition]}

    def test_a_history_tells_nothing_of_another_course(self) -> None:
        told = self.teacher.get(f"{OWN}/history?item={self.foreign['item_id']}")
        self.assertEqual((told.status_code, told.json()["entries"]), (200, []))
        self.assertNotIn("Theirs", told.content.decode())
