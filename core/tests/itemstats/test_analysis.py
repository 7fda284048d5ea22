"""Item analysis against pingouin, scipy and a hand-worked class."""

from __future__ import annotations

import random
import unittest
from math import sqrt

import numpy as np
import pandas
import pingouin
from scipy.stats import pointbiserialr
from unvo_core.itemstats.analysis import Answered, analyse, cronbach, groups
from unvo_core.itemstats.reading import remarks


def attempt(shares: dict[int, float], options: dict[int, str] | None = None) -> Answered:
    return Answered(shares=shares, options={q: (o,) for q, o in (options or {}).items()}, seconds={})


def simulated(students: int, questions: int, seed: int = 1) -> list[Answered]:
    """Those who know more are right more often; question k is harder the larger k."""
    rng = random.Random(seed)
    able = [rng.gauss(0, 1) for _ in range(students)]
    return [
        attempt(
            {q: float(rng.random() < 1 / (1 + np.exp(-1.4 * (a - (q - questions / 2) / 3)))) for q in range(questions)}
        )
        for a in able
    ]


class Reliability(unittest.TestCase):
    def test_alpha_on_the_data_that_pingouin_ships(self) -> None:
        """Source: pingouin's data set cronbach_wide_missing, rows with a gap left out, and pingouin.cronbach_alpha."""
        data = pingouin.read_dataset("cronbach_wide_missing")
        expected, _ = pingouin.cronbach_alpha(data=data, nan_policy="listwise")
        whole = data.dropna().to_numpy(dtype=float)
        self.assertGreater(whole.shape[0], 5)
        self.assertAlmostEqual(cronbach(whole) or 0, expected, places=12)

    def test_kuder_richardson_of_right_and_wrong(self) -> None:
        """KR-20 by its own formula, k/(k-1) (1 - sum pq / var), with variances of the whole group; alpha of the same."""
        attempts = simulated(300, 12)
        figures, _ = analyse(attempts, dict.fromkeys(range(12), 1.0))
        marks = np.array([[a.shares[q] for q in range(12)] for a in attempts])
        p = marks.mean(axis=0)
        kr20 = 12 / 11 * (1 - (p * (1 - p)).sum() / marks.sum(axis=1).var())
        self.assertAlmostEqual(figures.reliability or 0, kr20, places=12)
        self.assertTrue(figures.right_or_wrong)
        self.assertAlmostEqual(figures.error or 0, marks.sum(axis=1).std(ddof=1) * sqrt(1 - kr20), places=12)
        again, _ = pingouin.cronbach_alpha(data=pandas.DataFrame(marks))
        self.assertAlmostEqual(figures.reliability or 0, again, places=12)


class Items(unittest.TestCase):
    def test_item_total_against_scipy(self) -> None:
        """Corrected: with the total of the other questions. Source: scipy.stats.pointbiserialr."""
        attempts = simulated(200, 8)
        _, items = analyse(attempts, dict.fromkeys(range(8), 2.0))
        marks = np.array([[a.shares[q] for q in range(8)] for a in attempts])
        for question in range(8):
            expected = pointbiserialr(marks[:, question], np.delete(marks, question, axis=1).sum(axis=1)).statistic
            self.assertAlmostEqual(items[question].item_total or 0, expected, places=12)
            self.assertAlmostEqual(items[question].difficulty, marks[:, question].mean(), places=12)

    def test_groups_of_27_percent_by_hand(self) -> None:
        """Eleven students, three in each group; the hand-worked shares of question 0 are 3 of 3 and 1 of 3."""
        marks = [(1, 10), (1, 9), (1, 8), (0, 8), (1, 7), (0, 6), (0, 5), (1, 3), (0, 3), (0, 2), (1, 0)]
        attempts = [attempt({0: float(a), 1: b / 10}) for a, b in marks]
        _, items = analyse(attempts, {0: 1.0, 1: 10.0})
        self.assertEqual((items[0].upper, items[0].lower), (1.0, 1 / 3))
        self.assertAlmostEqual(items[0].discrimination or 0, 2 / 3)
        upper, lower = groups(np.array([b for _, b in marks], dtype=float))
        self.assertEqual((len(upper), len(lower)), (3, 3))
        self.assertEqual(len(groups(np.zeros(46))[0]), 12)

    def test_a_question_drawn_for_some_only(self) -> None:
        attempts = [attempt({0: 1.0, 1: 1.0}), attempt({0: 0.0, 2: 1.0}), attempt({1: 0.0, 2: 0.0})]
        figures, items = analyse(attempts, {0: 1.0, 1: 1.0, 2: 2.0})
        self.assertEqual([items[q].asked for q in range(3)], [2, 2, 2])
        self.assertEqual([items[q].difficulty for q in range(3)], [0.5, 0.5, 0.5])
        self.assertIsNone(figures.reliability)

    def test_nobody_and_one(self) -> None:
        figures, items = analyse([], {0: 1.0})
        self.assertEqual((figures.attempts, figures.mean, items[0].asked), (0, 0.0, 0))
        figures, items = analyse([attempt({0: 1.0})], {0: 1.0})
        self.assertEqual((figures.deviation, items[0].item_total, items[0].discrimination), (None, None, None))


class Remarks(unittest.TestCase):
    def said(self, chosen: str, totals: list[int], right: str = "a") -> list[tuple[str, dict[str, str]]]:
        attempts = [
            attempt({0: float(option == right), 1: total / 20}, {0: option})
            for option, total in zip(chosen, totals, strict=True)
        ]
        _, items = analyse(attempts, {0: 1.0, 1: 20.0})
        group = round(len(chosen) * 0.27)
        return [(r.code, dict(r.params)) for r in remarks(items[0], frozenset(right), group)]

    def test_a_key_that_the_best_doubt(self) -> None:
        """Of twelve the best three took b, b and a."""
        said = self.said("bbaacaadaaac", [20, 19, 18, 15, 14, 13, 12, 11, 10, 9, 8, 7])
        self.assertEqual(said[0], ("key_doubted", {"option": "b", "share": "2 of 3"}))

    def test_hard_easy_few_and_fine(self) -> None:
        falling = list(range(20, 0, -1))
        self.assertEqual(self.said("a" * 20, falling)[0][0], "easy")
        self.assertEqual(self.said("aa" + "bcd" * 6, falling)[0], ("hard", {"percent": "10%"}))
        self.assertEqual(self.said("aab", [3, 2, 1])[0], ("few", {"asked": "3"}))
        self.assertEqual(self.said("aaaaaaaaaabcdbcdbcdb", falling), [("fine", {})])
        self.assertEqual(self.said("bcdefbcdefaaaaaaaaaa", falling)[0][0], "backwards")
