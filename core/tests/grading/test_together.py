import unittest

from unvo_core.grading.together import goes_along


class Together(unittest.TestCase):
    def test_who_was_scored_apart_keeps_it(self) -> None:
        for before, theirs, along in (
            (None, None, True),
            (20, None, True),
            (20, 20, True),
            (20, 12, False),
            (None, 12, False),
        ):
            self.assertEqual(goes_along(before, theirs), along, (before, theirs))
