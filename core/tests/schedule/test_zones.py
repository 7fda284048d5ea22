import unittest
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.path.conditions import From
from unvo_core.path.facts import ItemFacts
from unvo_core.schedule.allowances import Allowance, Level
from unvo_core.schedule.meetings import Meeting
from unvo_core.schedule.moments import Absolute
from unvo_core.schedule.spans import Span
from unvo_core.schedule.zones import instant_of

# Transitions from the IANA data (zoneinfo): New York jumps 2026-03-08 02:00 and falls back 2026-11-01 02:00;
# Auckland jumps 2026-09-27 02:00 and falls back 2026-04-05 03:00.
NEW_YORK, AUCKLAND = ZoneInfo("America/New_York"), ZoneInfo("Pacific/Auckland")


class WallTimes(unittest.TestCase):
    def test_in_a_gap_the_first_instant_after_it_counts(self) -> None:
        self.assertEqual(instant_of(datetime(2026, 3, 8, 2, 30), NEW_YORK), datetime(2026, 3, 8, 7, 0, tzinfo=UTC))
        self.assertEqual(instant_of(datetime(2026, 9, 27, 2, 30), AUCKLAND), datetime(2026, 9, 26, 14, 0, tzinfo=UTC))

    def test_in_a_fold_the_later_hour_counts(self) -> None:
        self.assertEqual(instant_of(datetime(2026, 11, 1, 1, 30), NEW_YORK), datetime(2026, 11, 1, 6, 30, tzinfo=UTC))
        self.assertEqual(instant_of(datetime(2026, 4, 5, 2, 30), AUCKLAND), datetime(2026, 4, 4, 14, 30, tzinfo=UTC))

    def test_an_aware_time_is_refused(self) -> None:
        with self.assertRaises(ValueError):
            instant_of(datetime(2026, 1, 1, tzinfo=UTC), NEW_YORK)

    @given(st.datetimes(datetime(2020, 1, 1), datetime(2035, 1, 1)), st.sampled_from([NEW_YORK, AUCKLAND]))
    def test_later_wall_times_never_come_earlier(self, wall: datetime, zone: ZoneInfo) -> None:
        self.assertLessEqual(instant_of(wall, zone), instant_of(wall + timedelta(hours=3), zone))

    @given(st.datetimes(datetime(2020, 1, 1), datetime(2035, 1, 1)), st.sampled_from([NEW_YORK, AUCKLAND]))
    def test_outside_gaps_the_wall_time_reads_back(self, wall: datetime, zone: ZoneInfo) -> None:
        wall = wall.replace(microsecond=0)
        back = instant_of(wall, zone).astimezone(UTC).astimezone(zone).replace(tzinfo=None)
        jumped = (wall.month, wall.hour) in {(3, 2), (9, 2)}
        self.assertLessEqual(abs(back - wall), timedelta(hours=1) if jumped else timedelta(0))


class ValuesThatCantBeWrong(unittest.TestCase):
    """A moment without its zone, or a wall time with one, is refused where the value is made."""

    def test_moments_say_their_zone(self) -> None:
        naive, aware = datetime(2026, 10, 8, 23, 59), datetime(2026, 10, 8, 23, 59, tzinfo=UTC)
        for make in (
            lambda at: Span(due=at),
            lambda at: From(at),
            lambda at: ItemFacts(handed_in_at=at),
            lambda at: Allowance(id=1, level=Level.PERSON, instants={"due": at}),
            lambda at: Meeting(number=1, day=at.date(), start=at, end=at),
        ):
            make(aware)
            with self.assertRaises(ValueError):
                make(naive)

    def test_a_wall_time_says_none(self) -> None:
        with self.assertRaises(ValueError):
            Absolute(datetime(2026, 10, 8, 23, 59, tzinfo=UTC))
