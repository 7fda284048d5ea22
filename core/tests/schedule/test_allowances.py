import unittest
from datetime import timedelta
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.schedule.allowances import Allowance, Level, allowance_problems, effective
from unvo_core.schedule.spans import MOMENTS, Span, span_problems

from core.tests.schedule.terms import at

BASE = Span(at("2026-10-05T10:00"), None, at("2026-10-09T23:59"), at("2026-10-11T23:59"))
DAY = 24 * 60


class Effective(unittest.TestCase):
    def test_nothing_fits_nothing_changes(self) -> None:
        found = effective(BASE, [Allowance(id=1, level=Level.PERSON, item_id=9, shift_minutes={"due": DAY})], 1)
        self.assertEqual((found.span, dict(found.made_by)), (BASE, {}))

    def test_the_most_specific_wins_even_when_it_is_less_kind(self) -> None:
        section = Allowance(id=1, level=Level.SECTION, shift_minutes={"due": 2 * DAY})
        person = Allowance(id=2, level=Level.PERSON, shift_minutes={"due": DAY})
        found = effective(BASE, [section, person], 1)
        self.assertEqual(found.span.due, at("2026-10-10T23:59"))
        self.assertEqual(found.made_by, {"due": 2})

    def test_at_one_level_the_kinder_wins_and_this_item_before_the_whole_course(self) -> None:
        one, more = (
            Allowance(id=n, level=Level.GROUP, shift_minutes={"due": n * DAY, "opens": -n * 60}) for n in (1, 2)
        )
        found = effective(BASE, [more, one], 1)
        self.assertEqual((found.span.due, found.span.opens), (at("2026-10-11T23:59"), at("2026-10-05T08:00")))
        here = Allowance(id=3, level=Level.GROUP, item_id=1, shift_minutes={"due": DAY})
        self.assertEqual(effective(BASE, [more, here], 1).made_by["due"], 3)

    def test_a_later_due_takes_the_closing_moment_along(self) -> None:
        found = effective(BASE, [Allowance(id=1, level=Level.PERSON, instants={"due": at("2026-10-14T12:00")})], 1)
        self.assertEqual(found.span.closes, at("2026-10-14T12:00"))
        self.assertEqual(found.made_by, {"due": 1, "closes": 1})

    def test_time_attempts_and_excusal_say_which_allowance_gave_them(self) -> None:
        given_ = [
            Allowance(id=1, level=Level.SECTION, time_factor=Fraction(3, 2)),
            Allowance(id=2, level=Level.PERSON, extra_attempts=2, excused=True),
        ]
        found = effective(BASE, given_, 1)
        self.assertEqual((found.time_factor, found.extra_attempts, found.excused), (Fraction(3, 2), 2, True))
        self.assertEqual(found.terms_by, {"time_factor": 1, "extra_attempts": 2, "excused": 2})

    def test_one_that_changes_nothing_is_refused(self) -> None:
        self.assertEqual(
            [p.code for p in allowance_problems(Allowance(id=1, level=Level.PERSON))], ["allowance.nothing"]
        )
        self.assertEqual(
            [p.code for p in allowance_problems(Allowance(id=1, level=Level.PERSON, time_factor=Fraction(20)))],
            ["allowance.time_factor"],
        )

    @given(st.lists(st.tuples(st.sampled_from(Level), st.integers(0, 20), st.integers(0, 5)), max_size=6))
    def test_later_due_moments_never_leave_the_span_out_of_order(self, given_: list[tuple[Level, int, int]]) -> None:
        allowances = [
            Allowance(id=n, level=level, shift_minutes={"due": due * 600, "opens": -opens * 60})
            for n, (level, due, opens) in enumerate(given_, 1)
        ]
        found = effective(BASE, allowances, 1)
        self.assertEqual(span_problems(found.span), [])
        for name in MOMENTS:
            changed = getattr(found.span, name) != getattr(BASE, name)
            self.assertEqual(changed, name in found.made_by)
        self.assertGreaterEqual(found.span.due - BASE.due, timedelta(0))
