import unittest

from unvo_core.grading.attempts import attempt_to_score
from unvo_core.grading.totals import Standing
from unvo_core.grading.unscored import unscored


class Standings(unittest.TestCase):
    def test_without_a_score_it_waits_is_missing_or_open(self) -> None:
        """Spec 7: what is not due yet, and what is not handed in here, is never missing."""
        known = {
            (True, True, True): Standing.WAITING,
            (True, True, False): Standing.WAITING,
            (True, False, True): Standing.MISSING,
            (True, False, False): Standing.OPEN,
            (False, False, True): Standing.OPEN,
        }
        for (takes, handed_in, late), standing in known.items():
            self.assertEqual(unscored(takes_hand_ins=takes, handed_in=handed_in, late=late), standing)

    def test_a_score_that_names_no_attempt_goes_to_the_last(self) -> None:
        self.assertEqual([attempt_to_score(0, ()), attempt_to_score(2, (1,)), attempt_to_score(1, (1, 3))], [1, 2, 3])
