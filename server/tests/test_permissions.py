"""One table: every API operation x role x own or other course. A missing operation fails."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from apps.assignments.models import HandIn
from apps.courses.actions.enrol import withdraw
from apps.courses.models import Course, Enrolment, Section
from apps.kernel.actors import SYSTEM, Actor
from apps.layout.models import Module, Part
from apps.library.models import Entry
from apps.people.actions.make_people import Newcomer, make_people
from apps.people.demo import DEMO_PASSWORD
from apps.people.models import Person
from django.core.files.uploadedfile import SimpleUploadedFile
from django.db import transaction
from django.test import Client
from pydantic import BaseModel

from tests.base import ADMINISTRATOR, ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PNG

SNAPSHOT = Path(__file__).parent / "openapi.json"
LOGIN = "/_allauth/browser/v1/auth/login"
METHODS = ("get", "post", "put", "patch", "delete")

ANYONE = {"nobody", "stranger", "student", "assistant", "instructor", "administrator"}
ADMINISTRATORS = {"administrator"}
SIGNED_IN = ANYONE - {"nobody"}
MEMBERS = SIGNED_IN - {"stranger", "administrator"}
TEACHERS = {"assistant", "instructor"}
INSTRUCTORS = {"instructor"}
STUDENTS = {"student"}

COURSE = "/api/courses/{slug}"
ITEM = COURSE + "/items/{item_id}"
QUEUE = ITEM + "/hand-ins"
TABLE: dict[str, set[str]] = {
    "get /api/sign-in/demo-people": ANYONE,
    "get /api/me": SIGNED_IN,
    "patch /api/me": SIGNED_IN,
    "get /api/kinds": SIGNED_IN,
    "get /api/outbox": SIGNED_IN,
    "get /api/courses": SIGNED_IN,
    "get /api/new-course": SIGNED_IN,
    "post /api/new-course": {"instructor", "administrator"},
    "post /api/new-course/preview": {"instructor", "administrator"},
    "get /api/join/{code}": SIGNED_IN,
    "post /api/join/{code}": SIGNED_IN,
    "get /api/invitations/{secret}": ANYONE,
    "post /api/invitations/{secret}": ANYONE,
    "get /api/administration/terms": ADMINISTRATORS,
    "post /api/administration/terms": ADMINISTRATORS,
    "put /api/administration/terms/{term_id}": ADMINISTRATORS,
    "delete /api/administration/terms/{term_id}": ADMINISTRATORS,
    "get /api/administration/courses": ADMINISTRATORS,
    "post /api/administration/courses/{course_id}/back": ADMINISTRATORS,
    "get /api/administration/people": ADMINISTRATORS,
    "put /api/administration/people/{person_id}": ADMINISTRATORS,
    "post /api/administration/people/{person_id}/merge": ADMINISTRATORS,
    "post /api/administration/acting": ADMINISTRATORS,
    "delete /api/administration/acting": SIGNED_IN,
    "get /api/administration/log": ADMINISTRATORS,
    f"delete {COURSE}": INSTRUCTORS,
    f"put {COURSE}/archived": INSTRUCTORS,
    f"put {COURSE}/naming": INSTRUCTORS,
    f"delete {COURSE}/dates": INSTRUCTORS,
    f"get {COURSE}/people": INSTRUCTORS,
    f"post {COURSE}/people": INSTRUCTORS,
    f"post {COURSE}/people-preview": INSTRUCTORS,
    f"post {COURSE}/people-preview/file": INSTRUCTORS,
    f"delete {COURSE}/people/{{person_id}}": INSTRUCTORS,
    f"put {COURSE}/people/{{person_id}}/section": INSTRUCTORS,
    f"post {COURSE}/people/{{person_id}}/return": INSTRUCTORS,
    f"post {COURSE}/people/{{person_id}}/invitation": INSTRUCTORS,
    f"post {COURSE}/teachers": INSTRUCTORS,
    f"put {COURSE}/teachers/{{person_id}}": INSTRUCTORS,
    f"post {COURSE}/sections": INSTRUCTORS,
    f"put {COURSE}/sections/{{section_id}}": INSTRUCTORS,
    f"post {COURSE}/sections/{{section_id}}/merge": INSTRUCTORS,
    f"get {COURSE}/codes": INSTRUCTORS,
    f"post {COURSE}/codes": INSTRUCTORS,
    f"delete {COURSE}/codes/{{code_id}}": INSTRUCTORS,
    f"get {COURSE}/ribbon": MEMBERS,
    f"get {COURSE}/weeks/{{key}}": MEMBERS,
    f"get {ITEM}": MEMBERS,
    f"post {ITEM}/opened": STUDENTS,
    f"post {ITEM}/tick": STUDENTS,
    f"post {ITEM}/acknowledgement": STUDENTS,
    f"post {COURSE}/modules": INSTRUCTORS,
    f"patch {COURSE}/modules/{{module_id}}": INSTRUCTORS,
    f"delete {COURSE}/modules/{{module_id}}": INSTRUCTORS,
    f"post {COURSE}/modules/{{module_id}}/parts": INSTRUCTORS,
    f"post {COURSE}/modules/{{module_id}}/items": INSTRUCTORS,
    f"patch {COURSE}/parts/{{part_id}}": INSTRUCTORS,
    f"delete {COURSE}/parts/{{part_id}}": INSTRUCTORS,
    f"patch {ITEM}": INSTRUCTORS,
    f"delete {ITEM}": INSTRUCTORS,
    f"put {ITEM}/moments": INSTRUCTORS,
    f"put {ITEM}/place": INSTRUCTORS,
    f"put {ITEM}/module": INSTRUCTORS,
    f"put {ITEM}/text": INSTRUCTORS,
    f"post {ITEM}/file": INSTRUCTORS,
    f"post {ITEM}/images": INSTRUCTORS,
    f"post {ITEM}/watched": STUDENTS,
    f"get {ITEM}/changes": MEMBERS,
    f"get {ITEM}/editions": INSTRUCTORS,
    f"post {ITEM}/resources": INSTRUCTORS,
    f"post {ITEM}/captions": INSTRUCTORS,
    f"delete {ITEM}/files/{{file_id}}": INSTRUCTORS,
    f"put {ITEM}/people/{{person_id}}": TEACHERS,
    f"get {COURSE}/conditions/{{kind}}/{{thing_id}}": INSTRUCTORS,
    f"post {COURSE}/conditions/preview": INSTRUCTORS,
    f"put {COURSE}/conditions": INSTRUCTORS,
    f"get {COURSE}/search": MEMBERS,
    f"get {ITEM}/facts": STUDENTS,
    f"get {COURSE}/classes/{{number}}": MEMBERS,
    f"put {COURSE}/classes/{{number}}/absence": STUDENTS,
    f"delete {COURSE}/classes/{{number}}/absence": STUDENTS,
    f"get {COURSE}/absences": TEACHERS,
    f"put {COURSE}/absences/{{absence_id}}/seen": TEACHERS,
    f"get {COURSE}/roster": TEACHERS,
    f"get {COURSE}/progress/{{module_id}}": TEACHERS,
    f"post {COURSE}/groups": INSTRUCTORS,
    f"put {COURSE}/groups/{{group_id}}": INSTRUCTORS,
    f"delete {COURSE}/groups/{{group_id}}": INSTRUCTORS,
    f"get {COURSE}/library": MEMBERS,
    f"post {COURSE}/library": INSTRUCTORS,
    f"patch {COURSE}/library/{{entry_id}}": INSTRUCTORS,
    f"post {COURSE}/library/{{entry_id}}/file": INSTRUCTORS,
    f"post {COURSE}/library/{{entry_id}}/steps": MEMBERS,
    f"put {COURSE}/syllabus": INSTRUCTORS,
    f"get {COURSE}/tour": MEMBERS,
    f"post {COURSE}/tour/seen": MEMBERS,
    f"get {COURSE}/print/certificate": STUDENTS,
    f"get {COURSE}/print/guide": MEMBERS,
    f"get {COURSE}/print/syllabus": MEMBERS,
    f"post {COURSE}/error-reports": MEMBERS,
    f"put {COURSE}/error-reports/{{report_id}}": TEACHERS,
    f"post {COURSE}/changes/{{change_id}}/undo": INSTRUCTORS,
    f"get {COURSE}/history": INSTRUCTORS,
    f"put {COURSE}/opening": INSTRUCTORS,
    f"get {COURSE}/standing": STUDENTS,
    f"get {COURSE}/standing/{{person_id}}": TEACHERS,
    f"get {COURSE}/gradebook": TEACHERS,
    f"get {COURSE}/class-strips": MEMBERS,
    f"get {ITEM}/grading": MEMBERS,
    f"put {ITEM}/settings": INSTRUCTORS,
    f"post {ITEM}/release": INSTRUCTORS,
    f"get {ITEM}/hand-in": STUDENTS,
    f"put {ITEM}/hand-in": STUDENTS,
    f"post {ITEM}/hand-in": STUDENTS,
    f"post {ITEM}/hand-in/files": STUDENTS,
    f"delete {ITEM}/hand-in/files/{{file_id}}": STUDENTS,
    "get /api/receipts/{number}": {"student", *TEACHERS},
    "get /api/receipts/{number}/pdf": {"student", *TEACHERS},
    f"get {ITEM}/brief": TEACHERS,
    f"get {QUEUE}": TEACHERS,
    f"get {QUEUE}/{{person_id}}": TEACHERS,
    f"put {QUEUE}/{{person_id}}/score": TEACHERS,
    "get /api/today": SIGNED_IN,
    "get /api/desk": SIGNED_IN,
    "get /api/desk/behind": SIGNED_IN,
    "post /api/today/seen": SIGNED_IN,
    "put /api/today/budget": SIGNED_IN,
    "get /api/holidays": SIGNED_IN,
    "get /api/calendar-feeds": SIGNED_IN,
    "post /api/calendar-feeds": MEMBERS,
    "delete /api/calendar-feeds/{feed_id}": SIGNED_IN,
    f"get {COURSE}/calendar.ics": MEMBERS,
    f"get {COURSE}/print/term": MEMBERS,
    f"get {COURSE}/print/weeks/{{key}}": MEMBERS,
    f"get {COURSE}/term": MEMBERS,
    f"get {COURSE}/schedule": TEACHERS,
    f"put {COURSE}/schedule": INSTRUCTORS,
    f"put {COURSE}/opened": INSTRUCTORS,
    f"post {COURSE}/shift": INSTRUCTORS,
    f"get {COURSE}/allowances": INSTRUCTORS,
    f"post {COURSE}/allowances": INSTRUCTORS,
    f"delete {COURSE}/allowances/{{allowance_id}}": INSTRUCTORS,
    f"post {COURSE}/term-move/days": INSTRUCTORS,
    f"post {COURSE}/term-move/preview": INSTRUCTORS,
    f"post {COURSE}/term-move": INSTRUCTORS,
    f"get {COURSE}/date-check": TEACHERS,
    f"post {COURSE}/date-check/fix": INSTRUCTORS,
    f"post {COURSE}/date-check/waive": INSTRUCTORS,
    f"post {COURSE}/copy": INSTRUCTORS,
    f"get {COURSE}/copy-in": INSTRUCTORS,
    f"post {COURSE}/copy-in": INSTRUCTORS,
    f"get {COURSE}/rhythms": INSTRUCTORS,
    f"post {COURSE}/rhythms": INSTRUCTORS,
    f"post {COURSE}/rhythms/preview": INSTRUCTORS,
    f"post {COURSE}/paste": INSTRUCTORS,
    f"post {COURSE}/paste/preview": INSTRUCTORS,
    f"post {COURSE}/paste/file": INSTRUCTORS,
}

SCHEDULE = {
    "name": "Autumn",
    "first_day": "2026-08-17",
    "last_day": "2026-12-11",
    "zone": "America/Chicago",
    "default_due_time": "23:59",
    "credits": "3",
    "breaks": [],
    "patterns": [{"slots": [{"on": 0, "start": "10:00", "end": "11:15"}]}],
}
RHYTHM = {
    "name": "Weekly",
    "beats": [{"key": "a", "kind": "page", "title": "Notes {n}"}],
    "steps": {"first": 1, "last": 2},
}
TABLE_TEXT = {"text": "Week,Topic\n1,Notes\n"}
BODIES: dict[str, Any] = {
    f"post {ITEM}/tick": {"done": True},
    f"post {ITEM}/acknowledgement": {"edition": 1},
    f"post {COURSE}/modules": {"title": "New", "week": 9},
    f"put {COURSE}/opening": {"items": []},
    f"patch {COURSE}/modules/{{module_id}}": {"title": "Renamed"},
    f"post {COURSE}/modules/{{module_id}}/parts": {"title": "Part"},
    f"post {COURSE}/modules/{{module_id}}/items": {"title": "Item", "kind": "page"},
    f"patch {COURSE}/parts/{{part_id}}": {"title": "Part"},
    f"patch {ITEM}": {"title": "Renamed"},
    f"put {ITEM}/moments": {"due": "2026-10-10T23:59"},
    f"put {ITEM}/place": {"part_id": None, "before": None},
    f"put {ITEM}/module": {"module_id": 1},
    f"put {ITEM}/text": {"html": "<p>New</p>"},
    f"put {ITEM}/settings": {"item": {"title": "Renamed"}},
    f"put {ITEM}/hand-in": {"text": "Mine", "comment": ""},
    f"put {QUEUE}/{{person_id}}/score": {"attempt": 1, "raw": "9", "comment": "", "seen_version": 0},
}
TERM = {"name": "Winter", "first_day": "2027-01-04", "last_day": "2027-02-12"}
BODIES |= {
    "post /api/administration/terms": TERM,
    "put /api/administration/terms/{term_id}": TERM,
    "put /api/administration/people/{person_id}": {"administers": False, "makes_courses": True, "active": True},
    "post /api/administration/people/{person_id}/merge": {"gone": 0},
    "post /api/administration/acting": {"person_id": 1, "why": "They asked for help"},
}
BODIES |= {
    "post /api/new-course/preview": {"zone": "UTC"},
    "post /api/new-course": {"title": "New", "code": "N 1", "zone": "UTC"},
    "post /api/invitations/{secret}": {"name": "Ada", "password": "heron-lantern-42"},
    "patch /api/me": {"name": "Another"},
    f"put {COURSE}/archived": {"archived": False},
    f"put {COURSE}/naming": {"title": "New", "code": "N 1"},
    f"post {COURSE}/people": {"people": []},
    f"post {COURSE}/people-preview": {"text": "Ada Moe,ada@x.example"},
    f"put {COURSE}/people/{{person_id}}/section": {"section_id": None},
    f"post {COURSE}/teachers": {"person": {"email": "ada@x.example"}, "role": "instructor"},
    f"put {COURSE}/teachers/{{person_id}}": {"role": "instructor"},
    f"post {COURSE}/sections": {"name": "Evening"},
    f"put {COURSE}/sections/{{section_id}}": {"name": "Evening"},
    f"post {COURSE}/sections/{{section_id}}/merge": {"into": 1},
    f"post {COURSE}/codes": {"section_id": 1},
}
BODIES |= {
    f"post {COURSE}/library": {"shelf": "faq", "title": "May we?"},
    f"patch {COURSE}/library/{{entry_id}}": {"title": "Renamed"},
    f"post {COURSE}/library/{{entry_id}}/steps": {"step": 0, "done": True},
    f"put {COURSE}/syllabus": {"item_id": 1},
    f"post {COURSE}/copy-in": {"item_id": 1, "into_module": 1},
    f"put {COURSE}/classes/{{number}}/absence": {"reason": "The bus did not come"},
    f"post {COURSE}/groups": {"name": "Crew B", "members": []},
    f"put {COURSE}/groups/{{group_id}}": {"name": "Crew B", "members": []},
    f"post {COURSE}/error-reports": {"text": "A wrong sign"},
    f"put {COURSE}/error-reports/{{report_id}}": {"settled": True},
}
CONDITIONS = {"kind": "item", "id": 1, "of": []}
BODIES |= {
    f"post {ITEM}/watched": {"position": 1, "seen": [[0, 1]]},
    f"put {ITEM}/people/{{person_id}}": {"kind": "done", "on": True, "reason": "Seen in class"},
    f"post {COURSE}/conditions/preview": CONDITIONS,
    f"put {COURSE}/conditions": CONDITIONS,
    "put /api/today/budget": {"minutes": [60] * 7},
    "post /api/calendar-feeds": {"slug": "srv-110"},
    f"put {COURSE}/schedule": SCHEDULE,
    f"put {COURSE}/opened": {"done": True},
    f"post {COURSE}/shift": {"item_ids": [1], "days": 1},
    f"post {COURSE}/allowances": {"section_id": 0, "extra_attempts": 1},
    f"post {COURSE}/term-move/days": {"first_day": "2027-01-11", "last_day": "2027-05-07"},
    f"post {COURSE}/term-move/preview": {"how": "redate", "schedule": SCHEDULE},
    f"post {COURSE}/term-move": {"how": "redate", "schedule": SCHEDULE},
    f"post {COURSE}/date-check/fix": {"keys": ["x"]},
    f"put {COURSE}/absences/{{absence_id}}/seen": {"seen": True},
    f"post {COURSE}/date-check/waive": {"key": "x", "waived": True},
    f"post {COURSE}/copy": {"title": "Copy", "code": "C 1"},
    f"post {COURSE}/rhythms": RHYTHM,
    f"post {COURSE}/rhythms/preview": RHYTHM,
    f"post {COURSE}/paste": {
        "rows": [{"line": 2, "week": 1, "topics": ["Notes"], "items": [{"kind": "page", "title": "N"}]}]
    },
    f"post {COURSE}/paste/preview": TABLE_TEXT,
}
BY_RIGHT = {"post /api/new-course", "post /api/new-course/preview"}
"""What is no course's: whoever may not is told so."""
UPLOADS = {
    f"post {COURSE}/people-preview/file",
    f"post {COURSE}/library/{{entry_id}}/file",
    f"post {ITEM}/resources",
    f"post {ITEM}/captions",
    f"post {ITEM}/file",
    f"post {ITEM}/images",
    f"post {ITEM}/hand-in/files",
    f"post {COURSE}/paste/file",
}


class PermissionTable(DemoCase):
    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        stranger = Person.objects.create(username="stranger", email="stranger@ostrell.example", name="S", sort_name="S")
        other = Course.objects.create(slug="other", code="O", title="Other", zone="UTC")
        for role in (Enrolment.STUDENT, Enrolment.INSTRUCTOR):
            Enrolment.objects.create(course=other, person=cls._one_more(role, stranger), role=role)

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

    def address(self, path: str) -> str:
        week = Module.objects.get(course=self.course, week=7)
        handed = Person.objects.get(username=KEEPS_UP)
        receipt = HandIn.objects.filter(person=handed, number__isnull=False).first()
        values: dict[str, Any] = {
            "slug": "srv-110",
            "key": "7",
            "item_id": self.item("Set 7A: latitudes and departures").pk,
            "module_id": week.pk,
            "part_id": Part.objects.filter(module=week).first().pk,  # type: ignore[union-attr]
            "change_id": 0,
            "person_id": handed.pk,
            "file_id": 0,
            "entry_id": Entry.objects.filter(course=self.course, shelf="tools").first().pk,  # type: ignore[union-attr]
            "report_id": 0,
            "absence_id": 0,
            "group_id": 0,
            "section_id": Section.objects.filter(course=self.course).first().pk,  # type: ignore[union-attr]
            "code_id": 0,
            "term_id": 0,
            "course_id": self.course.pk,
            "code": "AAAA-AAAA",
            "secret": "none",
            "kind": "item",
            "thing_id": self.item("Check 7: traverse computation").pk,
            "feed_id": 0,
            "allowance_id": 0,
            "number": receipt.number if receipt else "",
        }
        if "/classes/" in path:
            values["number"] = 13
        return path.removeprefix("/api").format(**values)

    def call(self, operation: str, caller: Caller) -> int:
        method, path = operation.split(" ", 1)
        files = {"file": SimpleUploadedFile("a.png", PNG)} if operation in UPLOADS else {}
        return caller.send(method.upper(), self.address(path), BODIES.get(operation), **files).status_code

    def check(self, operation: str, role: str, username: str | None) -> None:
        status = self.call(operation, Caller(username))
        allowed = role in TABLE[operation]
        with self.subTest(operation=operation, role=role, status=status):
            if allowed:
                self.assertNotIn(status, (401, 403, 500))
            else:
                hidden = role in ("stranger", "administrator") or TABLE[operation] == ADMINISTRATORS
                refused = 404 if hidden and operation not in BY_RIGHT else 403
                self.assertEqual(status, 401 if role == "nobody" else refused, "to strangers a course is not there")

    def everyone(self, role: str, username: str | None) -> None:
        for operation in sorted(TABLE):
            mark = transaction.savepoint()
            self.check(operation, role, username)
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
