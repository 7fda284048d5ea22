"""Content to items: common practice, no source."""

import unittest

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.links.pairing import Slot, pair

WEEKS = tuple(Slot(f"Set {n}{half}", False) for n in range(1, 13) for half in "AB")


class Pairing(unittest.TestCase):
    def test_by_the_title_that_it_begins_with_whatever_the_order(self) -> None:
        self.assertEqual(pair(["Set 2A: levelling", "set 1b"], WEEKS), (2, 1))

    def test_a_number_is_no_beginning_of_a_longer_one(self) -> None:
        slots = (Slot("Set 1", False), Slot("Set 12", False))
        self.assertEqual(pair(["Set 12: curves", "Set 1: chains"], slots), (1, 0))
        self.assertEqual(pair(["Set 123"], slots), (0,), "called as none of them: by order")

    def test_what_is_called_otherwise_is_left_out_where_others_have_their_names(self) -> None:
        self.assertEqual(pair(["How answers are typed", "Set 1A"], WEEKS), (None, 0))

    def test_in_order_over_what_is_free_where_no_name_fits(self) -> None:
        slots = (Slot("Homework 1", True), Slot("Homework 2", False), Slot("Homework 3", False))
        self.assertEqual(pair(["Chains", "Levels", "Angles"], slots), (1, 2, None))
        taken = tuple(Slot(s.title, True) for s in slots)
        self.assertEqual(pair(["Chains", "Levels"], taken), (0, 1))

    def test_one_slot_takes_one_of_two_with_the_same_name(self) -> None:
        self.assertEqual(pair(["Set 1A", "Set 1A"], WEEKS), (0, None))

    @given(
        st.lists(st.text(alphabet="Set 12ab:", max_size=8), max_size=12),
        st.lists(st.tuples(st.text(alphabet="Set 12ab", max_size=6), st.booleans()), max_size=12),
    )
    def test_no_slot_twice_and_each_is_there(self, contents: list[str], rows: list[tuple[str, bool]]) -> None:
        slots = tuple(Slot(*row) for row in rows)
        found = pair(contents, slots)
        self.assertEqual(len(found), len(contents))
        used = [n for n in found if n is not None]
        self.assertEqual(len(used), len(set(used)))
        self.assertTrue(all(0 <= n < len(slots) for n in used))
