"""By when work is promised back, and what stands first on a desk."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.plan.promises import days_left, promised, ranked

CHICAGO = ZoneInfo("America/Chicago")
MOMENTS = st.datetimes(datetime(2020, 1, 1), datetime(2030, 1, 1), timezones=st.just(UTC))


@dataclass(frozen=True)
class Row:
    name: str
    by: datetime | None = None
    since: datetime | None = None


class Promises(TestCase):
    def test_it_ends_with_the_local_day(self) -> None:
        """Common practice, no source: 'within 7 days' of Wednesday morning is Wednesday next, whole."""
        handed_in = datetime(2026, 9, 30, 10, 36, tzinfo=CHICAGO)
        self.assertEqual(promised(handed_in, 7, CHICAGO), datetime(2026, 10, 7, 23, 59, tzinfo=CHICAGO))

    def test_the_day_is_that_of_the_course_and_not_of_the_server(self) -> None:
        late = datetime(2026, 10, 1, 3, 30, tzinfo=UTC)  # still 30 September in Chicago
        self.assertEqual(promised(late, 0, CHICAGO), datetime(2026, 9, 30, 23, 59, tzinfo=CHICAGO))

    def test_calendar_days_hold_when_the_clocks_change(self) -> None:
        """The United States leave summer time on 1 November 2026 (IANA data, by zoneinfo)."""
        by = promised(datetime(2026, 10, 30, 12, tzinfo=CHICAGO), 3, CHICAGO)
        self.assertEqual(by, datetime(2026, 11, 2, 23, 59, tzinfo=CHICAGO))
        self.assertEqual(days_left(by, datetime(2026, 10, 31, 23, 58, tzinfo=CHICAGO), CHICAGO), 2)

    @given(MOMENTS, st.integers(0, 60))
    def test_a_promise_is_never_before_what_it_answers_and_counts_down_to_it(self, since: datetime, days: int) -> None:
        by = promised(since, days, CHICAGO)
        self.assertGreater(by + timedelta(minutes=1), since)
        self.assertEqual(days_left(by, since, CHICAGO), days)
        self.assertEqual(days_left(by, by, CHICAGO), 0)
        self.assertEqual(days_left(by, by + timedelta(minutes=1), CHICAGO), -1)

    def test_the_oldest_promise_first_and_what_was_not_promised_last(self) -> None:
        noon = datetime(2026, 10, 7, 12, tzinfo=UTC)
        rows = [
            Row("nothing known"),
            Row("not promised, waits long", since=noon - timedelta(days=9)),
            Row("not promised", since=noon),
            Row("tomorrow", by=noon + timedelta(days=1)),
            Row("broken", by=noon - timedelta(days=2), since=noon),
        ]
        self.assertEqual(
            [r.name for r in ranked(rows)],
            ["broken", "tomorrow", "not promised, waits long", "not promised", "nothing known"],
        )
