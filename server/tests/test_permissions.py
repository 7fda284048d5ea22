"""One table: every API operation x role x own or other course. A missing operation fails."""

from __future__ import annotations

import json
from copy import deepcopy
from functools import cached_property
from pathlib import Path
from typing import Any

from apps.assignments.models import HandIn
from apps.courses.actions.enrol import withdraw
from apps.courses.models import Course, Enrolment, Section
from apps.kernel.actors import SYSTEM, Actor
from apps.layout.models import Item, Module, Part
from apps.library.models import Entry
from apps.links.models import LinkedSystem, Placement
from apps.links.tests.reporting import link_to_a_system
from apps.people.actions.make_people import Newcomer, make_people
from apps.people.demo import DEMO_PASSWORD
from apps.people.models import Person
from apps.talk.models import Post
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from django.test import Client
from pydantic import BaseModel

from tests.base import ADMINISTRATOR, ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PNG
from tests.permission_bodies import BODIES, BY_RIGHT, UPLOADS
from tests.permission_table import ADMINISTRATORS, TABLE

SNAPSHOT = Path(__file__).parent / "openapi.json"
METHODS = ("get", "post", "put", "patch", "delete")
DISCUSSION = "Where did the error go?"
NOT_THERE = (
    "absence_id",
    "group_id",
    "code_id",
    "term_id",
    "feed_id",
    "announcement_id",
    "question_id",
    "bank_id",
    "bank_question_id",
    "answer_id",
    "rescoring_id",
    "thread_id",
    "allowance_id",
    "report_id",
    "file_id",
    "photo_id",
    "note_id",
    "official_id",
    "comment_id",
    "rubric_id",
    "remark_id",
    "change_id",
)
LINKED = "Set 6A: azimuths and bearings"
LOGIN = "/_allauth/browser/v1/auth/login"


class PermissionTable(DemoCase):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        stranger = Person.objects.create(username="stranger", email="stranger@ostrell.example", name="S", sort_name="S")
        other = Course.objects.create(slug="other", code="O", title="Other", zone="UTC")
        for role in (Enrolment.STUDENT, Enrolment.INSTRUCTOR):
            Enrolment.objects.create(course=other, person=cls._one_more(role, stranger), role=role)
        linked = Item.objects.get(title=LINKED, course=cls.course)
        Item.objects.filter(pk=linked.pk).update(kind="linked")
        link_to_a_system(linked)

    @staticmethod
    def _one_more(role: str, stranger: Person) -> Person:
        """Strangers to the course: a student and an instructor of another one."""
        if role == Enrolment.STUDENT:
            return stranger
        return Person.objects.create(username="teaches-other", email="t@ostrell.example", name="T", sort_name="T")

    def operations(self) -> set[str]:
        found = json.loads(SNAPSHOT.read_text())["paths"]
        return {f"{m} {path}" for path, at in found.items() for m in at if m in METHODS}

    def test_every_operation_stands_in_the_table(self) -> None:
        self.assertEqual(self.operations(), set(TABLE))

    def test_no_two_shapes_have_one_name(self) -> None:
        """In the API's description one would stand in the other's place without a word."""
        found: dict[str, set[str]] = {}
        waiting = [BaseModel]
        while waiting:
            for shape in waiting.pop().__subclasses__():
                waiting.append(shape)
                if shape.__module__.startswith("apps."):
                    found.setdefault(shape.__name__, set()).add(shape.__module__)
        self.assertEqual({name: rooms for name, rooms in found.items() if len(rooms) > 1}, {})

    @cached_property
    def values(self) -> dict[str, Any]:
        week = Module.objects.get(course=self.course, week=7)
        handed = Person.objects.get(username=KEEPS_UP)
        receipt = HandIn.objects.filter(person=handed, number__isnull=False).first()
        return {
            **dict.fromkeys(NOT_THERE, 0),
            "slug": "srv-110",
            "key": "7",
            "item_id": self.item("Set 7A: latitudes and departures").pk,
            "module_id": week.pk,
            "part_id": Part.objects.filter(module=week).first().pk,  # type: ignore[union-attr]
            "person_id": handed.pk,
            "entry_id": Entry.objects.filter(course=self.course, shelf="tools").first().pk,  # type: ignore[union-attr]
            "section_id": Section.objects.filter(course=self.course).first().pk,  # type: ignore[union-attr]
            "course_id": self.course.pk,
            "code": "AAAA-AAAA",
            "secret": "none",
            "kind": "item",
            "system_key": LinkedSystem.objects.get().key,
            **dict.fromkeys(("picking_key", "deployment_code"), "none"),
            "thing_id": self.item("Check 7: traverse computation").pk,
            "edition": 1,
            "post_id": Post.objects.get(author=handed, answers=None, item__title=DISCUSSION).pk,
            "number": receipt.number if receipt else "",
            **dict.fromkeys(("part", "attempt", "position"), 1),
        }

    @cached_property
    def discussion_id(self) -> int:
        return self.item(DISCUSSION).pk

    def address(self, path: str) -> str:
        values = dict(self.values)
        if "/talk" in path:
            values["item_id"] = self.discussion_id
        if "/link" in path and "/items/" in path:
            values["item_id"] = Placement.objects.get().item_id
        if "/classes/" in path:
            values["number"] = 13
        if "/quiz/" in path or "/quiz-class/" in path:
            values["number"] = 1
        return path.removeprefix("/api").format(**values)

    def call(self, operation: str, caller: Caller) -> int:
        method, path = operation.split(" ", 1)
        files = {"file": SimpleUploadedFile("a.png", PNG)} if operation in UPLOADS else {}
        return caller.send(method.upper(), self.address(path), BODIES.get(operation), **files).status_code

    def check(self, operation: str, role: str, caller: Caller) -> None:
        status = self.call(operation, caller)
        allowed = role in TABLE[operation]
        with self.subTest(operation=operation, role=role, status=status):
            if allowed:
                self.assertNotIn(status, (401, 403, 500))
            else:
                hidden = role in ("stranger", "administrator") or TABLE[operation] == ADMINISTRATORS
                refused = 404 if hidden and operation not in BY_RIGHT else 403
                self.assertEqual(status, 401 if role == "nobody" else refused, "to strangers a course is not there")

    def everyone(self, role: str, username: str | None) -> None:
        caller = Caller(username)
        signed_in = deepcopy(caller.client.cookies)
        self.values, self.discussion_id  # noqa: B018  # read before anything is set back
        for operation in sorted(TABLE):
            mark = transaction.savepoint()
            caller.client.cookies = deepcopy(signed_in)
            self.check(operation, role, caller)
            transaction.savepoint_rollback(mark)
            transaction.savepoint_commit(mark)

    def test_nobody(self) -> None:
        self.everyone("nobody", None)

    def test_a_student_of_another_course(self) -> None:
        self.everyone("stranger", "stranger")

    def test_an_instructor_of_another_course(self) -> None:
        self.everyone("stranger", "teaches-other")

    def test_who_withdrew_is_a_stranger(self) -> None:
        person = Person.objects.get(username=BEHIND)
        withdraw(Actor(Person.objects.get(username=INSTRUCTOR).pk, "Ines"), self.course, person.pk)
        self.everyone("stranger", BEHIND)

    def test_who_is_invited_and_has_no_password_yet_is_nobody(self) -> None:
        client = Client()
        sign_in = {"email": "new@x.example", "password": ""}
        make_people(SYSTEM, [Newcomer("New", "New", "new@x.example")])
        for password in ("", "!", DEMO_PASSWORD):
            answer = client.post(LOGIN, sign_in | {"password": password}, content_type="application/json")
            self.assertGreaterEqual(answer.status_code, 400)
        self.assertEqual(client.get("/api/me").status_code, 401)

    def test_an_administrator_keeps_the_place_and_is_a_stranger_in_its_courses(self) -> None:
        self.everyone("administrator", ADMINISTRATOR)

    def test_a_student(self) -> None:
        self.everyone("student", KEEPS_UP)

    def test_an_assistant(self) -> None:
        self.everyone("assistant", ASSISTANT)

    def test_an_instructor(self) -> None:
        self.everyone("instructor", INSTRUCTOR)


class Sections(DemoCase):
    """An assistant reaches the students of the sections they are given, and no others."""

    def test_other_sections_are_refused_with_the_reason(self) -> None:
        assistant = Caller(ASSISTANT)
        other = Enrolment.objects.filter(course=self.course, role="student", section__number=1).first()
        assert other is not None
        path = self.path("Set 6A: azimuths and bearings", f"/hand-ins/{other.person_id}")
        self.refused(assistant.get(path), 403, "course.other_section")
        score = {"attempt": 1, "raw": "9", "comment": "", "seen_version": 0}
        self.refused(assistant.send("PUT", path + "/score", score), 403, "course.other_section")
        rows = assistant.get(self.path("Set 6A: azimuths and bearings", "/hand-ins")).json()["rows"]
        self.assertNotIn(other.person_id, [r["person_id"] for r in rows])
        self.assertTrue(rows)

    def test_another_students_file_and_receipt_are_refused(self) -> None:
        owner, other = Caller(KEEPS_UP), Caller("caspian.holt")
        path = self.path("Field book: campus loop")
        sent = owner.send("POST", path + "/hand-in/files", file=SimpleUploadedFile("page.png", PNG))
        address = sent.json()["draft"]["files"][0]["address"]
        self.assertEqual(owner.client.get(address).status_code, 200)
        self.assertEqual(other.client.get(address).status_code, 403)
        self.assertEqual(Caller(INSTRUCTOR).client.get(address).status_code, 403, "not before it is handed in")
        number = owner.send("POST", path + "/hand-in").json()["number"]
        self.assertEqual(Caller(INSTRUCTOR).client.get(address).status_code, 200)
        self.refused(other.get(f"/receipts/{number}"), 404, "receipt.none")
        self.refused(other.get("/receipts/XXX-XXXX"), 404, "receipt.none")
