"""What a system's score message means (Assignment and Grade Services 2.0, 1EdTech, 3.4; its example message)."""

from __future__ import annotations

import unittest
from datetime import UTC, datetime, timedelta
from decimal import Decimal
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.links.reports import Activity, Grading, Report, is_newer, is_settled, points_of, read_report
from unvo_core.links.sections import is_elsewhere
from unvo_core.problems import Problem

# The example of AGS 2.0, 3.4.1, from memory.
EXAMPLE = {
    "timestamp": "2017-04-16T18:54:36.736+00:00",
    "scoreGiven": 83,
    "scoreMaximum": 100,
    "comment": "This is exceptional work.",
    "activityProgress": "Completed",
    "gradingProgress": "FullyGraded",
    "userId": "5323497",
}


def read(**other: object) -> Report:
    found = read_report(EXAMPLE | other)
    if isinstance(found, Problem):
        raise AssertionError(found)
    return found


class Reading(unittest.TestCase):
    def test_the_standards_example(self) -> None:
        report = read()
        self.assertEqual(report.given, 83)
        self.assertEqual(report.at, datetime(2017, 4, 16, 18, 54, 36, 736000, UTC))
        self.assertTrue(report.counts and report.begun and report.handed_in)
        self.assertEqual(points_of(report, Decimal(30)), Decimal("24.90"))

    def test_only_fully_graded_scores_count(self) -> None:
        for grading in Grading:
            self.assertEqual(read(gradingProgress=grading.value).counts, grading is Grading.FULLY_GRADED)
        self.assertFalse(read(scoreGiven=None).counts)

    def test_progress_says_begun_and_handed_in(self) -> None:
        told = {a: (read(activityProgress=a.value).begun, read(activityProgress=a.value).handed_in) for a in Activity}
        self.assertEqual(
            told,
            {
                Activity.INITIALIZED: (False, False),
                Activity.STARTED: (True, False),
                Activity.IN_PROGRESS: (True, False),
                Activity.SUBMITTED: (True, True),
                Activity.COMPLETED: (True, True),
            },
        )

    def test_the_moment_of_handing_in_goes_before_that_of_scoring(self) -> None:
        self.assertEqual(read().by, read().at)
        early = read(submission={"submittedAt": "2017-04-10T00:00:00Z"})
        self.assertEqual(early.by, datetime(2017, 4, 10, tzinfo=UTC))

    def test_more_than_the_maximum_is_extra(self) -> None:
        self.assertEqual(points_of(read(scoreGiven=110), Decimal(10)), Decimal("11.00"))

    def test_half_a_hundredth_goes_up(self) -> None:
        self.assertEqual(points_of(read(scoreGiven=0.125, scoreMaximum=1), Decimal(1)), Decimal("0.13"))

    def test_equal_timestamps_are_not_newer(self) -> None:
        at = read().at
        self.assertTrue(is_newer(at, None))
        self.assertFalse(is_newer(at, at))
        self.assertTrue(is_newer(at, at - timedelta(microseconds=1)))

    @given(st.floats(0, 1000, allow_nan=False), st.integers(1, 1000), st.integers(1, 500))
    def test_points_are_the_share_to_a_hundredth(self, some: float, most: int, out_of: int) -> None:
        points = points_of(read(scoreGiven=some, scoreMaximum=most), Decimal(out_of))
        self.assertLessEqual(abs(Fraction(points) - Fraction(str(some)) * out_of / most), Fraction(1, 200))

    @given(
        st.dictionaries(
            st.sampled_from([*EXAMPLE, "submission"]),
            st.recursive(
                st.none() | st.booleans() | st.floats() | st.integers() | st.text(max_size=30),
                lambda inner: st.lists(inner, max_size=2) | st.dictionaries(st.text(max_size=12), inner, max_size=2),
                max_leaves=4,
            ),
        )
    )
    def test_whatever_comes_is_read_or_refused(self, other: dict[str, object]) -> None:
        found = read_report(EXAMPLE | other)
        if isinstance(found, Report):
            self.assertIsNotNone(found.at.tzinfo)
            self.assertEqual(found.given is None, found.most is None)
        else:
            self.assertTrue(found.code.startswith("links."))


class TwoMinds(unittest.TestCase):
    def test_a_person_is_asked_only_where_two_scores_stand(self) -> None:
        five, six = Decimal(5), Decimal(6)
        self.assertTrue(is_settled(None, five))
        self.assertTrue(is_settled(six, None))
        self.assertTrue(is_settled(five, Decimal("5.00")))
        self.assertFalse(is_settled(six, five))
        self.assertTrue(is_settled(six, five, seen=True))
        self.assertFalse(is_settled(six, None, asked=True))
        self.assertTrue(is_settled(six, None, asked=True, seen=True))

    def test_who_is_had_elsewhere_is_stopped_unless_they_were_moved_here(self) -> None:
        here, there = 1, 2
        self.assertTrue(is_elsewhere(here, there, here))
        self.assertTrue(is_elsewhere(here, there, None))
        self.assertFalse(is_elsewhere(here, there, there))
        self.assertFalse(is_elsewhere(here, here, there))
        self.assertFalse(is_elsewhere(here, None, here))
        self.assertFalse(is_elsewhere(None, there, None))
