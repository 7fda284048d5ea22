import unittest
from datetime import date, datetime, time, timedelta
from zoneinfo import ZoneInfo

import holidays
from dateutil.rrule import DAILY, WEEKLY, rrule
from unvo_core.schedule.calendar import calendar_of
from unvo_core.schedule.meetings import (
    ALL_TYPES,
    DayException,
    Pattern,
    Rotation,
    Slot,
    day_types,
    meetings,
    pattern_problems,
)
from unvo_core.schedule.term import Break
from unvo_core.terms.public_holidays import holiday_problems, holidays_between

from core.tests.schedule.terms import MON_THU, at, autumn, day, term


class OnWeekdays(unittest.TestCase):
    def test_agree_with_the_recurrence_rule_of_rfc_5545(self) -> None:
        """RFC 5545, 3.8.5.3: 'Weekly on Tuesday and Thursday for five weeks', against python-dateutil."""
        pattern = Pattern((Slot(1, time(9), time(10)), Slot(3, time(9), time(10))))
        found = [m.day for m in meetings(term("1997-09-02", "1997-10-02"), pattern)]
        rule = rrule(WEEKLY, dtstart=datetime(1997, 9, 2, 9), until=datetime(1997, 10, 2, 9), byweekday=(1, 3))
        self.assertEqual(found, [d.date() for d in rule])
        self.assertEqual(len(found), 10)

    def test_breaks_and_holidays_have_no_class_and_numbers_run_on(self) -> None:
        found = autumn().meetings
        self.assertEqual([m.number for m in found], list(range(1, len(found) + 1)))
        self.assertEqual(
            [m.day for m in found if date(2026, 9, 4) < m.day < date(2026, 9, 15)],
            [day("2026-09-10"), day("2026-09-14")],
        )
        self.assertFalse([m for m in found if date(2026, 10, 19) <= m.day <= date(2026, 10, 25)])
        self.assertEqual(len(found), 2 * 15 - 1)

    def test_the_wall_time_of_a_class_stays_over_the_change_of_clocks(self) -> None:
        """America/Chicago leaves summer time on 1 Nov 2026 (IANA)."""
        starts = {m.day: m.start for m in autumn().meetings}
        self.assertEqual(starts[day("2026-10-29")], at("2026-10-29T10:00"))
        self.assertEqual(starts[day("2026-11-02")], at("2026-11-02T10:00"))
        self.assertEqual(starts[day("2026-11-02")] - starts[day("2026-10-29")], timedelta(days=4, hours=1))

    def test_a_class_in_the_gap_begins_when_the_clocks_have_jumped_and_says_so(self) -> None:
        """Sun 14 Mar 2027, 02:00 to 03:00 does not exist in Chicago; Sun 4 Oct 2026 in Sydney (IANA)."""
        for zone, first, gap in (
            ("America/Chicago", "2027-03-01", "2027-03-14"),
            ("Australia/Sydney", "2026-10-01", "2026-10-04"),
        ):
            where = ZoneInfo(zone)
            found = {
                m.day: m for m in meetings(term(first, "2027-03-20", where), Pattern((Slot(6, time(2, 30), time(4)),)))
            }
            self.assertTrue(found[day(gap)].moved_by_clock)
            self.assertEqual(found[day(gap)].start.astimezone(where).time(), time(3))
            self.assertFalse(any(m.moved_by_clock for d, m in found.items() if d != day(gap)))

    def test_a_day_taken_out_and_a_day_with_its_own_hours(self) -> None:
        changed = (
            DayException(day("2026-09-03"), why="no class"),
            DayException(day("2026-09-05"), slots=(Slot(5, time(9), time(12)),)),
        )
        calendar = autumn(Pattern(MON_THU.slots, exceptions=changed))
        days = [m.day for m in calendar.meetings][:4]
        self.assertEqual(days, [day("2026-08-24"), day("2026-08-27"), day("2026-08-31"), day("2026-09-05")])
        self.assertEqual(calendar.cancelled, {day("2026-09-03")})


class OnRotatingDays(unittest.TestCase):
    def test_two_day_types_with_one_day_on_which_all_classes_meet(self) -> None:
        """Common practice, no source: A and B over Monday to Friday, all classes on one day."""
        pattern = Pattern(
            (Slot("A", time(8), time(9)), Slot("B", time(10), time(11))),
            Rotation(("A", "B")),
            (DayException(day("2026-09-04"), ALL_TYPES),),
        )
        found = meetings(term("2026-08-31", "2026-09-11"), pattern)
        kinds = [(m.day.day, m.start.astimezone(at("2026-09-01T00:00").tzinfo).hour) for m in found]
        self.assertEqual(
            kinds, [(31, 8), (1, 10), (2, 8), (3, 10), (4, 8), (4, 10), (7, 10), (8, 8), (9, 10), (10, 8), (11, 10)]
        )

    def test_types_wait_over_days_off_or_run_on(self) -> None:
        pauses = (Break("Holiday", day("2026-09-02"), day("2026-09-02")),)
        two_weeks = term("2026-08-31", "2026-09-04", breaks=pauses)
        for waits, wanted in ((True, "ABAB"), (False, "ABBA")):
            found = day_types(two_weeks, Pattern((), Rotation(("A", "B"), waits=waits)))
            self.assertEqual("".join(found.values()), wanted)
            self.assertNotIn(day("2026-09-02"), found)

    def test_a_single_exception_leaves_the_turn_as_it_was(self) -> None:
        pattern = Pattern((), Rotation(("A", "B")), (DayException(day("2026-10-14"), "A"),))
        found = day_types(term("2026-10-12", "2026-10-16"), pattern)
        self.assertEqual("".join(found.values()), "ABAB A".replace(" ", ""))

    def test_six_day_cycles_agree_with_counting_school_days(self) -> None:
        kinds = tuple("123456")
        found = day_types(term("2026-08-31", "2026-12-18"), Pattern((), Rotation(kinds)))
        school = rrule(DAILY, dtstart=datetime(2026, 8, 31), until=datetime(2026, 12, 18), byweekday=range(5))
        self.assertEqual(found, {d.date(): kinds[n % 6] for n, d in enumerate(school)})


class Problems(unittest.TestCase):
    def test_each_is_named(self) -> None:
        wrong = Pattern(
            (
                Slot(0, time(10), time(9)),
                Slot(1, time(9), time(11)),
                Slot(1, time(10), time(12)),
                Slot("A", time(1), time(2)),
            )
        )
        codes = [p.code for p in pattern_problems(wrong)]
        self.assertEqual(codes, ["meeting.backwards", "meeting.overlaps", "meeting.weekday"])
        turning = Pattern((Slot("C", time(1), time(2)),), Rotation(("A",)))
        self.assertEqual([p.code for p in pattern_problems(turning)], ["meeting.day_type"])
        self.assertEqual(pattern_problems(MON_THU), [])
        once = day("2026-10-14")
        own = DayException(once, None, (Slot("*", time(11), time(10)),))
        differing = Pattern(MON_THU.slots, None, (DayException(once, "A"), own))
        codes = [(p.code, p.path) for p in pattern_problems(differing)]
        self.assertEqual(
            codes,
            [
                ("meeting.day_type", "exceptions.0"),
                ("meeting.day_twice", "exceptions.1"),
                ("meeting.backwards", "exceptions.1"),
            ],
        )


class PublicHolidays(unittest.TestCase):
    def test_agree_with_the_package_for_several_places(self) -> None:
        """The `holidays` package, by country and subdivision."""
        for country, part in (("US", "IL"), ("DE", "BY"), ("AU", "NSW"), ("GB", "SCT")):
            found = holidays_between(day("2026-08-17"), day("2027-05-09"), country, part)
            wanted = holidays.country_holidays(country, subdiv=part, years=(2026, 2027))
            self.assertEqual(
                [b.first_day for b in found], sorted(d for d in wanted if day("2026-08-17") <= d <= day("2027-05-09"))
            )
            self.assertTrue(all(b.name for b in found))

    def test_labour_day_is_where_it_is_held(self) -> None:
        """First Monday of September in the United States (5 U.S.C. 6103)."""
        days = [b.first_day for b in holidays_between(day("2026-09-01"), day("2026-09-30"), "US")]
        self.assertEqual(days, [day("2026-09-07")])

    def test_an_unknown_place_is_named(self) -> None:
        self.assertEqual([p.code for p in holiday_problems("ZZ")], ["holidays.country"])
        self.assertEqual([p.code for p in holiday_problems("US", "XX")], ["holidays.subdivision"])
        self.assertEqual(holiday_problems("US", "IL"), [])


class Calendars(unittest.TestCase):
    def test_next_class_and_steps_between_classes(self) -> None:
        calendar = autumn()
        here = at("2026-10-07T10:20")
        self.assertEqual(calendar.next_meeting(here).day, day("2026-10-08"))
        self.assertEqual(calendar.meeting_from(here, 1).day, day("2026-10-08"))
        self.assertEqual(calendar.meeting_from(here, -1).day, day("2026-10-05"))
        self.assertEqual(calendar.meeting_from(at("2026-10-08T10:00"), 1).day, day("2026-10-12"))
        self.assertEqual(calendar.meeting_from(at("2026-10-08T10:00"), -1).day, day("2026-10-05"))
        self.assertIsNone(calendar.meeting_from(at("2026-12-11T10:00"), 1))
        self.assertEqual(calendar.nearest_class_day(day("2026-10-20"), True), day("2026-10-26"))
        self.assertEqual(calendar.nearest_class_day(day("2026-10-20"), False), day("2026-10-15"))

    def test_without_classes_the_nearest_working_day(self) -> None:
        plain = calendar_of(autumn().term)
        self.assertEqual(plain.nearest_class_day(day("2026-10-21"), True), day("2026-10-26"))
        self.assertEqual(plain.nearest_class_day(day("2026-10-21"), False), day("2026-10-16"))
