import unittest
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st
from unvo_core.grading.rubrics import Criterion, Level, Rubric, earned, raw_of, rubric_problems


def criterion(id: int, *points: int | None, name: str | None = None) -> Criterion:
    levels = tuple(
        Level(id=n, name=f"level {n}", points=None if p is None else Fraction(p)) for n, p in enumerate(points)
    )
    return Criterion(id=id, name=f"criterion {id}" if name is None else name, levels=levels)


def rubric(*criteria: Criterion, name: str = "Field book") -> Rubric:
    return Rubric(name=name, criteria=criteria)


BOOK = rubric(criterion(1, 0, 2, 4), criterion(2, 0, 1, 2, 3), criterion(3, 0, 5))
"""12 points at most."""


class Points(unittest.TestCase):
    def test_a_worked_example(self) -> None:
        """4 + 2 + 0 of 12 is half: of 30 points 15. Worked by hand."""
        chosen = {1: 2, 2: 2, 3: 0}
        self.assertEqual((earned(BOOK, chosen), BOOK.most), (6, 12))
        self.assertEqual(raw_of(BOOK, chosen, Fraction(30)), 15)

    def test_a_share_that_does_not_end_is_rounded_half_up(self) -> None:
        """7 of 12 of 30 is 17.5; of 20 it is 11.666..."""
        chosen = {1: 2, 2: 3, 3: 0}
        self.assertEqual(raw_of(BOOK, chosen, Fraction(30)), Fraction("17.5"))
        self.assertEqual(raw_of(BOOK, chosen, Fraction(20)), Fraction("11.67"))

    def test_while_a_criterion_is_open_there_are_no_points_of_the_item(self) -> None:
        self.assertIsNone(raw_of(BOOK, {1: 2, 2: 2}, Fraction(30)))
        self.assertIsNone(raw_of(BOOK, {1: 2, 2: 2, 3: 9}, Fraction(30)), "no such level")
        self.assertEqual(earned(BOOK, {1: 2, 2: 2}), 6)

    def test_in_words_only_it_gives_none(self) -> None:
        words = rubric(criterion(1, None, None))
        self.assertFalse(words.gives_points)
        self.assertEqual(rubric_problems(words), [])
        self.assertIsNone(raw_of(words, {1: 0}, Fraction(30)))

    @given(st.data())
    def test_the_best_levels_give_all_points_the_worst_never_more_and_it_only_grows(self, data: st.DataObject) -> None:
        points = st.lists(st.integers(0, 20), min_size=2, max_size=5)
        made = rubric(*(criterion(n, *data.draw(points)) for n in range(data.draw(st.integers(1, 5)))))
        if not made.most:
            return
        possible = Fraction(data.draw(st.integers(1, 400)), data.draw(st.sampled_from((1, 2, 4))))
        best = {c.id: max(c.levels, key=lambda level: level.points or 0).id for c in made.criteria}
        some = {c.id: data.draw(st.sampled_from(c.levels)).id for c in made.criteria}
        self.assertEqual(raw_of(made, best, possible), possible)
        given_raw = raw_of(made, some, possible)
        assert given_raw is not None
        self.assertLessEqual(given_raw, possible)
        for id in some:
            bettered = raw_of(made, {**some, id: best[id]}, possible)
            assert bettered is not None
            self.assertGreaterEqual(bettered, given_raw)


class Problems(unittest.TestCase):
    def codes(self, made: Rubric) -> set[tuple[str, str]]:
        return {(p.code, p.path) for p in rubric_problems(made)}

    def test_each_thing_that_is_wrong_is_named_with_its_place(self) -> None:
        self.assertEqual(self.codes(BOOK), set())
        self.assertEqual(self.codes(rubric(name="")), {("rubric.unnamed", "name"), ("rubric.criteria", "criteria")})
        twice = rubric(criterion(1, 0, 1, name="Order"), criterion(2, 0, 1, name="order"))
        self.assertEqual(
            self.codes(twice),
            {("rubric.criterion_twice", "criteria.0.name"), ("rubric.criterion_twice", "criteria.1.name")},
        )
        wrong = rubric(criterion(1, 0, None, -1, 2000, name=""), criterion(2, 1))
        self.assertEqual(
            self.codes(wrong),
            {
                ("rubric.criterion_unnamed", "criteria.0.name"),
                ("rubric.level_without_points", "criteria.0.levels.1.points"),
                ("rubric.level_points", "criteria.0.levels.2.points"),
                ("rubric.level_points", "criteria.0.levels.3.points"),
                ("rubric.levels", "criteria.1.levels"),
            },
        )
        self.assertEqual(self.codes(rubric(criterion(1, 0, 0))), {("rubric.no_points", "criteria")})
