import unittest
from datetime import date, datetime, time, timedelta
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.schedule.calendar import calendar_of
from unvo_core.schedule.moments import Absolute, InWeek, resolve, rule_for
from unvo_core.schedule.term import Break, Term, current_week, term_problems, week_of, weeks

from core.tests.vectors import vector

ZONE = ZoneInfo("America/Chicago")


def day(text: str) -> date:
    return date.fromisoformat(text)


def fall(**changes: object) -> Term:
    given_ = vector("schedule/weeks")
    pause = given_["break"]
    fields: dict = {
        "name": "Fall",
        "first_day": day(given_["first_day"]),
        "last_day": day(given_["last_day"]),
        "zone": ZONE,
        "first_number": given_["first_number"],
        "breaks": (Break(pause["name"], day(pause["first_day"]), day(pause["last_day"])),),
    }
    return Term(**(fields | changes))


class Running(unittest.TestCase):
    def test_its_last_day_is_whole_and_that_of_its_zone(self) -> None:
        term = fall()
        last_minute = datetime.combine(term.last_day, time(23, 59), ZONE)
        self.assertEqual((term.runs(last_minute), term.is_over(last_minute)), (True, False))
        after = last_minute + timedelta(minutes=1)
        self.assertEqual((term.runs(after), term.is_over(after)), (False, True))
        in_utc = last_minute.astimezone(ZoneInfo("UTC"))
        self.assertTrue(term.runs(in_utc))

    def test_it_begins_within_so_many_days_or_has_begun(self) -> None:
        term = fall()
        first = datetime.combine(term.first_day, time(8), ZONE)
        for before, soon in ((31, False), (30, True), (0, True), (-5, True)):
            with self.subTest(before):
                self.assertEqual(term.begins_within(timedelta(days=30), first - timedelta(days=before)), soon)


class Weeks(unittest.TestCase):
    def test_check_values(self) -> None:
        found = weeks(fall())
        self.assertEqual(len(found), vector("schedule/weeks")["count"])
        by_key = {w.key: w for w in found}
        for key, first in vector("schedule/weeks")["weeks"]:
            self.assertEqual(by_key[key].first_day, day(first))

    def test_a_break_that_takes_a_number_is_counted(self) -> None:
        pause = Break("Reading week", day("2026-10-19"), day("2026-10-23"), takes_week_number=True)
        found = {w.key: w for w in weeks(fall(breaks=(pause,)))}
        self.assertEqual(found["9"].first_day, day("2026-10-19"))
        self.assertEqual(found["9"].break_name, "Reading week")

    def test_a_single_holiday_leaves_its_week_numbered(self) -> None:
        holiday = Break("Holiday", day("2026-09-07"), day("2026-09-07"))
        self.assertEqual(len([w for w in weeks(fall(breaks=(holiday,))) if w.number is None]), 0)

    @given(st.dates(date(2000, 1, 1), date(2050, 1, 1)), st.integers(1, 300))
    def test_monday_weeks_agree_with_iso_8601(self, first: date, length: int) -> None:
        """ISO 8601 weeks as `datetime.isocalendar` gives them."""
        term = Term(name="t", first_day=first, last_day=first + timedelta(days=length), zone=ZONE)
        for week in weeks(term):
            self.assertEqual(week.first_day.isocalendar().weekday, 1)
            self.assertEqual(week.first_day.isocalendar().week, week.last_day.isocalendar().week)

    @given(st.dates(date(2020, 1, 1), date(2030, 1, 1)), st.integers(0, 200), st.integers(0, 6))
    def test_every_day_of_a_term_lies_in_exactly_one_week(self, first: date, length: int, start: int) -> None:
        term = Term(name="t", first_day=first, last_day=first + timedelta(days=length), zone=ZONE, week_start=start)
        found = weeks(term)
        for n in range(length + 1):
            at = first + timedelta(days=n)
            self.assertEqual(sum(w.first_day <= at <= w.last_day for w in found), 1)

    def test_before_and_after_the_term_its_ends_are_current(self) -> None:
        found = weeks(fall())
        self.assertEqual(current_week(found, day("2026-01-01")), found[0])
        self.assertEqual(current_week(found, day("2027-01-01")), found[-1])
        self.assertEqual(current_week(found, day("2026-10-07")), week_of(found, day("2026-10-05")))

    def test_a_term_that_ends_before_it_begins_is_named(self) -> None:
        codes = [p.code for p in term_problems(fall(last_day=day("2026-08-01")))]
        self.assertIn("term.ends_before_start", codes)

    def test_breaks_outside_and_backwards_are_named(self) -> None:
        bad = (Break("a", day("2027-01-01"), day("2027-01-02")), Break("b", day("2026-10-02"), day("2026-10-01")))
        self.assertEqual(
            [p.code for p in term_problems(fall(breaks=bad))], ["term.break_outside", "term.break_backwards"]
        )


class Moments(unittest.TestCase):
    def test_a_rule_by_week_moves_with_the_term(self) -> None:
        rule = InWeek(7, 6, time(23, 59))
        self.assertEqual(resolve(rule, calendar_of(fall())), datetime(2026, 10, 11, 23, 59, tzinfo=ZONE))
        later = fall(first_day=day("2027-01-11"), last_day=day("2027-05-07"), breaks=())
        self.assertEqual(resolve(rule, calendar_of(later)), datetime(2027, 3, 7, 23, 59, tzinfo=ZONE))

    def test_a_week_that_the_term_lacks_resolves_to_nothing(self) -> None:
        self.assertIsNone(resolve(InWeek(40, 0, time(0)), calendar_of(fall())))

    def test_a_date_in_a_break_stays_absolute(self) -> None:
        wall = datetime(2026, 10, 20, 23, 59)
        self.assertEqual(rule_for(wall, calendar_of(fall())), Absolute(wall))

    @given(st.datetimes(datetime(2026, 8, 17), datetime(2026, 12, 11)))
    def test_the_rule_of_a_wall_time_resolves_to_it(self, wall: datetime) -> None:
        wall = wall.replace(second=0, microsecond=0)
        again = resolve(rule_for(wall, calendar_of(fall())), calendar_of(fall()))
        if not datetime(2026, 11, 1, 1) <= wall < datetime(2026, 11, 1, 2):
            self.assertEqual(again, wall.replace(tzinfo=ZONE))
