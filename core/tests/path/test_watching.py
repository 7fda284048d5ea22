import unittest

from hypothesis import given, settings
from hypothesis import strategies as st
from unvo_core.path.watching import joined, watched_percent

STRETCHES = st.lists(st.tuples(st.integers(-5, 120), st.integers(-5, 120)), max_size=12)


class Watching(unittest.TestCase):
    def test_what_touches_is_one_and_what_lies_outside_is_cut_off(self) -> None:
        self.assertEqual(joined([(10, 30), (0, 20), (30.4, 40), (60, 900), (-9, -1)], 63), [(0, 40), (60, 63)])

    def test_without_a_length_nothing_is_watched(self) -> None:
        self.assertEqual(watched_percent([(0, 50)], 0), 0)

    @settings(max_examples=80)
    @given(STRETCHES)
    def test_it_counts_the_seconds_that_a_list_of_all_seconds_counts(self, stretches: list) -> None:
        """Against the naive count, for stretches at whole seconds, which touch only where they meet."""
        seen = {s for a, b in stretches for s in range(max(0, a), min(b, 100))}
        self.assertEqual(watched_percent(joined(stretches, 100), 100), len(seen))
