"""Two at once over who is in a course and who may do what: what the locks are for is shown first without them."""

from __future__ import annotations

import secrets
import threading
from typing import Any
from unittest import mock

from apps.administration.actions import set_rights as rights
from apps.assignments.actions import drafts
from apps.assignments.models import HandIn
from apps.courses.models import Course, Enrolment
from apps.joining.actions import codes
from apps.joining.models import ClassCode
from apps.kernel import writes
from apps.kernel.clock import now
from apps.layout.models import Item
from apps.people.models import Person
from django.db import models
from django.test import TransactionTestCase, override_settings

from tests.base import ADMINISTRATOR, ASSISTANT, INSTRUCTOR, Caller
from tests.concurrency.test_races import LOOP, at_once, slowly
from tests.worlds import CLOCK, Committed


@override_settings(FIXED_CLOCK=CLOCK)
class PeopleAtOnce(Committed, TransactionTestCase):
    def joined(self) -> list[int]:
        """Two who join with a code for one, at once: how many it let in, and the answers."""
        course = Course.objects.get(slug="srv-110")
        section = course.sections.first()
        code = ClassCode.objects.create(course=course, section=section, code="AAAA-BBBB", made_at=now(), most_uses=1)
        people = [
            Person.objects.create(username=name, email=f"{name}@x.example", name=name, sort_name=name)
            for name in (f"newcomer-{secrets.token_hex(4)}" for _ in range(2))
        ]
        callers = [Caller(person.username) for person in people]
        answers = at_once(*(lambda c=c: c.send("POST", f"/join/{code.code}") for c in callers))
        self.assertEqual(
            Enrolment.objects.filter(person__in=people).count(), sum(a.status_code == 200 for a in answers)
        )
        return sorted(a.status_code for a in answers)

    def test_a_code_for_one_lets_in_one(self) -> None:
        standing = codes.standing_code
        with (
            mock.patch.object(codes, "lock_course", lambda course: course),
            mock.patch.object(codes, "standing_code", lambda typed, lock=False: slowly(standing)(typed)),
        ):
            self.assertEqual(self.joined(), [200, 200])
        ClassCode.objects.all().delete()
        self.assertEqual(self.joined(), [200, 409])

    def two_administrators(self) -> list[int]:
        """Each takes the other's right away, at once."""
        Person.objects.update(administers=False)
        pair = list(Person.objects.filter(username__in=(INSTRUCTOR, ASSISTANT)).order_by("pk"))
        Person.objects.filter(pk__in=[p.pk for p in pair]).update(administers=True)
        none = {"administers": False, "makes_courses": False, "active": True}
        callers = [Caller(person.username) for person in pair]
        calls = zip(callers, reversed(pair), strict=True)
        at_once(*(lambda c=c, p=p: c.send("PUT", f"/administration/people/{p.pk}", none) for c, p in calls))
        return list(Person.objects.filter(administers=True).values_list("pk", flat=True))

    def test_two_who_take_each_other_s_right_away_leave_one(self) -> None:
        plain = models.QuerySet.select_for_update
        with (
            mock.patch.object(rights, "require", slowly(rights.require)),
            mock.patch.object(models.QuerySet, "select_for_update", lambda rows, **_: rows),
        ):
            self.assertEqual(self.two_administrators(), [])
        self.assertIs(models.QuerySet.select_for_update, plain)
        self.assertEqual(len(self.two_administrators()), 1)

    def merged_while_writing(self) -> tuple[int, list[str]]:
        """Somebody is merged into another person while a draft of theirs is under way: its status, and whose it is."""
        mark = secrets.token_hex(4)
        double, kept = (
            Person.objects.create(username=f"{n}-{mark}", email=f"{n}-{mark}@x.example", name=n, sort_name=n)
            for n in ("double", "kept")
        )
        course = Course.objects.get(slug="srv-110")
        Enrolment.objects.create(course=course, section=course.sections.first(), person=double, role="student")
        caller, keeper = Caller(double.username), Caller(ADMINISTRATOR)
        path = f"/courses/srv-110/items/{Item.objects.get(title=LOOP).pk}/hand-in"
        under_way, doable = threading.Event(), slowly(drafts.require_doable)

        def looked(*args: Any) -> Any:
            under_way.set()
            return doable(*args)

        def merge() -> Any:
            under_way.wait(20)
            return keeper.send("POST", f"/administration/people/{kept.pk}/merge", {"gone": double.pk})

        with mock.patch.object(drafts, "require_doable", looked):
            draft, merged = at_once(lambda: caller.send("PUT", path, {"text": mark, "comment": ""}), merge)
        self.assertEqual(merged.status_code, 200, merged.content)
        self.assertEqual(caller.send("PUT", path, {"text": "after", "comment": ""}).status_code, 401)
        return draft.status_code, list(HandIn.objects.filter(text=mark).values_list("person__name", flat=True))

    def test_who_is_merged_while_they_write_loses_nothing(self) -> None:
        """What was under way comes along; what comes after is refused as signed out, and stays with its writer."""
        with mock.patch.object(writes, "CLAIM", writes.CLAIM.replace(" FOR KEY SHARE", "")):
            self.assertEqual(self.merged_while_writing(), (200, ["double"]))
        self.assertEqual(self.merged_while_writing(), (200, ["kept"]))
