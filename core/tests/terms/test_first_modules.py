"""Which modules a new course starts with. The weeks of these terms were counted in a calendar."""

from __future__ import annotations

from datetime import date, time
from unittest import TestCase
from zoneinfo import ZoneInfo

from unvo_core.schedule.calendar import Calendar, calendar_of
from unvo_core.schedule.meetings import Pattern, Slot
from unvo_core.schedule.term import Break, Term
from unvo_core.terms.first_modules import MOST_MODULES, first_modules

OSLO = ZoneInfo("Europe/Oslo")
PAUSE = Break("Break", date(2027, 1, 25), date(2027, 1, 31))
# Monday 11 January to Friday 5 February 2027, with the third week off.
TERM = Term(name="T", first_day=date(2027, 1, 11), last_day=date(2027, 2, 5), zone=OSLO, breaks=(PAUSE,))


def calendar(*weekdays: int, term: Term = TERM) -> Calendar:
    return calendar_of(term, Pattern(slots=tuple(Slot(day, time(9), time(10)) for day in weekdays)))


class FirstModulesOfACourse(TestCase):
    def test_one_a_week_and_none_in_a_break(self) -> None:
        found = first_modules("weeks", calendar(0), 8)
        self.assertEqual((found.weeks, found.named_by_week), ((1, 2, 3), True))

    def test_one_for_each_day_with_class(self) -> None:
        self.assertEqual(first_modules("days", calendar(0, 4), 8).weeks, (1, 1, 2, 2, 3, 3))
        self.assertEqual([p.code for p in first_modules("days", calendar(), 8).problems], ["course.no_class_days"])

    def test_units_are_spread_over_the_weeks_and_start_with_the_first(self) -> None:
        self.assertEqual(first_modules("units", calendar(), 2).weeks, (1, 2))
        self.assertEqual(first_modules("units", calendar(), 3).weeks, (1, 2, 3))
        self.assertEqual(first_modules("units", calendar(), 6).weeks, (1, 1, 2, 2, 3, 3))

    def test_without_dates_there_are_as_many_as_are_wanted(self) -> None:
        none = Calendar(zone=OSLO)
        for run in ("weeks", "units", "days"):
            self.assertEqual(first_modules(run, none, 3).weeks, (None, None, None))  # type: ignore[arg-type]
        self.assertEqual(first_modules("none", none, 3).weeks, ())

    def test_what_can_t_be_is_a_problem(self) -> None:
        year = Term(name="Y", first_day=date(2027, 1, 4), last_day=date(2027, 12, 31), zone=OSLO)
        self.assertEqual([p.code for p in first_modules("days", calendar(0, 1, 2, 3, 4, term=year), 8).problems],
                         ["course.too_many_days"])  # fmt: skip
        for count in (0, MOST_MODULES + 1):
            self.assertEqual(
                [p.code for p in first_modules("units", calendar(), count).problems], ["course.module_count"]
            )
