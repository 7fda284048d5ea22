"""A layout is read anew with every change of it, and not without one; what is kept of one person is not another's."""

from __future__ import annotations

from concurrent.futures import ThreadPoolExecutor
from datetime import date
from random import Random

from django.db import transaction
from tests.base import KEEPS_UP
from tests.cases import CHECK_7, READING, TimeCase

from apps.courses.models import Course, Enrolment
from apps.courses.public import course_by_slug
from apps.kernel.public import Refused, now
from apps.layout.models import Allowance, Item
from apps.layout.public import Layout, layout, person_layout
from apps.layout.queries import layouts
from apps.layout.reading.structure import Variants


class Layouts(TimeCase):
    def test_a_person_who_changes_section_gets_the_other_sections_dates(self) -> None:
        own = Enrolment.objects.get(course=self.course, person__username=KEEPS_UP)
        before = self.row(self.student, "Latitudes and departures")["due"]
        other = self.course.sections.exclude(pk=own.section_id).get()
        own.section = other
        own.save()
        self.assertNotEqual(self.row(self.student, "Latitudes and departures")["due"], before)
        self.assertEqual(date.fromisoformat(before[:10]), date(2026, 10, 5))

    def test_load_and_starts_of_one_person_are_not_those_of_another(self) -> None:
        """An extension moves the day that a piece of work falls on, for the one who has it and for nobody else."""
        budget = (90,) * 7
        laid = layout(course_by_slug("srv-110"))
        everybody, starts = laid.load_by_day(False), laid.proposed_starts(budget)
        item = next(i for i in laid.student_items.values() if i.title == CHECK_7)
        person = Enrolment.objects.get(course=self.course, person__username=KEEPS_UP)
        shift = {"due": 3 * 1440}
        given = {"person_id": person.person_id, "item_id": item.id, "given_at": now()}
        Allowance.objects.create(course=self.course, shift_minutes=shift, **given)
        again = layout(course_by_slug("srv-110"))
        self.assertEqual((again.load_by_day(False), again.proposed_starts(budget)), (everybody, starts))
        own = person_layout(course_by_slug("srv-110"), person.person_id)
        day = date(2026, 10, 11)
        self.assertEqual(own.load_by_day(False)[day], everybody[day] - item.effort_minutes)
        moved = date(2026, 10, 14)
        self.assertEqual(own.load_by_day(False)[moved], everybody[moved] + item.effort_minutes)
        self.assertGreater(own.proposed_starts(budget)[item.id], starts[item.id])


class Kept(TimeCase):
    def test_what_a_transaction_read_after_it_wrote_is_nobodys_when_it_rolls_back(self) -> None:
        layouts.clear()
        course, item = course_by_slug("srv-110"), self.item(READING)

        class Undo(Exception):
            pass

        with self.assertRaises(Undo), transaction.atomic():
            Item.objects.filter(pk=item.pk).update(title="Never committed")
            layout(course)
            again = course_by_slug("srv-110")
            self.assertEqual(layout(again).items[item.pk].title, "Never committed")
            raise Undo
        self.assertEqual(layout(course).items[item.pk].title, READING)
        self.assertEqual(layout(course_by_slug("srv-110")).items[item.pk].title, READING)

    def test_a_restored_course_is_not_taken_for_what_it_was_before(self) -> None:
        """Versions never repeat: the row goes back, as a restore does it, and is changed otherwise."""
        item = self.item(READING)
        before = course_by_slug("srv-110").layout_version
        Item.objects.filter(pk=item.pk).update(title="Before the restore")
        self.assertEqual(layout(course_by_slug("srv-110")).items[item.pk].title, "Before the restore")
        Item.objects.filter(pk=item.pk).update(title=READING)
        Course.objects.filter(pk=self.course.pk).update(layout_version=before)
        Item.objects.filter(pk=item.pk).update(title="After the restore")
        self.assertEqual(layout(course_by_slug("srv-110")).items[item.pk].title, "After the restore")

    def test_a_course_that_is_gone_while_it_is_read_is_not_found(self) -> None:
        layouts.clear()
        course = course_by_slug("srv-110")
        course.pk = 0
        with self.assertRaises(Refused) as refused:
            layout(course)
        self.assertEqual(refused.exception.status, 404)

    def test_many_threads_fill_a_small_store_at_once(self) -> None:
        made = layout(self.course)
        small = Variants(3)

        def one(seed: int) -> bool:
            random = Random(seed)
            return all(small.get(random.randrange(9), lambda: made) is made for _ in range(3000))

        with ThreadPoolExecutor(8) as pool:
            self.assertEqual(list(pool.map(one, range(8))), [True] * 8)

    def test_the_one_used_last_is_not_the_first_forgotten(self) -> None:
        small, asked = Variants(2), []

        def make(key: str) -> Layout:
            asked.append(key)
            return layout(self.course)

        for key in ("a", "b", "a", "c", "a"):
            small.get(key, lambda key=key: make(key))
        self.assertEqual(asked, ["a", "b", "c"])
