"""A layout is read anew with every change of it, and not without one."""

from __future__ import annotations

from datetime import date

from tests.base import KEEPS_UP
from tests.cases import TimeCase

from apps.courses.models import Enrolment


class Layouts(TimeCase):
    def test_a_person_who_changes_section_gets_the_other_sections_dates(self) -> None:
        own = Enrolment.objects.get(course=self.course, person__username=KEEPS_UP)
        before = self.row(self.student, "Latitudes and departures")["due"]
        other = self.course.sections.exclude(pk=own.section_id).get()
        own.section = other
        own.save()
        self.assertNotEqual(self.row(self.student, "Latitudes and departures")["due"], before)
        self.assertEqual(date.fromisoformat(before[:10]), date(2026, 10, 5))
