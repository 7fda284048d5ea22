"""Rubrics: criteria, each with levels, and the points that the chosen levels give."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from fractions import Fraction

from unvo_core.grading.scale import rounded
from unvo_core.problems import Problem

MOST_CRITERIA, MOST_LEVELS = 20, 10
MOST_POINTS = 1000
LEAST_LEVELS = 2
DECIMALS = 2
"""Of raw points, as everywhere in the gradebook."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Level:
    """`points` None: in words only."""

    id: int
    name: str
    words: str = ""
    points: Fraction | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Criterion:
    """`levels` as they are read, from the left."""

    id: int
    name: str
    words: str = ""
    levels: tuple[Level, ...]

    @property
    def most(self) -> Fraction:
        return max((level.points for level in self.levels if level.points is not None), default=Fraction(0))

    def level(self, id: int | None) -> Level | None:
        return next((level for level in self.levels if level.id == id), None)


@dataclass(frozen=True, slots=True, kw_only=True)
class Rubric:
    name: str
    criteria: tuple[Criterion, ...]

    @property
    def gives_points(self) -> bool:
        return any(level.points is not None for c in self.criteria for level in c.levels)

    @property
    def most(self) -> Fraction:
        """The points of the best levels of all criteria."""
        return sum((c.most for c in self.criteria), Fraction(0))


def earned(rubric: Rubric, chosen: Mapping[int, int]) -> Fraction:
    """The points of the chosen levels, by the rubric's own measure. `chosen`: criterion -> level; what is not chosen
    gives none."""
    levels = (c.level(chosen.get(c.id)) for c in rubric.criteria)
    return sum((level.points for level in levels if level is not None and level.points is not None), Fraction(0))


def raw_of(rubric: Rubric, chosen: Mapping[int, int], possible: Fraction) -> Fraction | None:
    """The points of the item that all criteria together give: their share of `possible`, half up to two decimals.
    None while a criterion is open, and where the rubric gives no points."""
    if not rubric.most or any(c.level(chosen.get(c.id)) is None for c in rubric.criteria):
        return None
    return Fraction(rounded(earned(rubric, chosen) * possible / rubric.most, DECIMALS))


def rubric_problems(rubric: Rubric) -> list[Problem]:
    """Paths as 'criteria.0.levels.1.points'."""
    return list(_problems(rubric))


def _problems(rubric: Rubric) -> Iterator[Problem]:
    if not rubric.name:
        yield Problem("rubric.unnamed", "name")
    if not 1 <= len(rubric.criteria) <= MOST_CRITERIA:
        yield Problem("rubric.criteria", "criteria", {"most": MOST_CRITERIA})
    names = Counter(c.name.casefold() for c in rubric.criteria)
    for n, criterion in enumerate(rubric.criteria):
        where = f"criteria.{n}"
        if not criterion.name:
            yield Problem("rubric.criterion_unnamed", f"{where}.name", {"n": n + 1})
        elif names[criterion.name.casefold()] > 1:
            yield Problem("rubric.criterion_twice", f"{where}.name", {"name": criterion.name})
        yield from _levels(criterion, where, rubric.gives_points)
    if rubric.gives_points and not rubric.most:
        yield Problem("rubric.no_points", "criteria")


def _levels(criterion: Criterion, where: str, gives_points: bool) -> Iterator[Problem]:
    told = {"name": criterion.name}
    if not LEAST_LEVELS <= len(criterion.levels) <= MOST_LEVELS:
        yield Problem("rubric.levels", f"{where}.levels", {**told, "least": LEAST_LEVELS, "most": MOST_LEVELS})
    for n, level in enumerate(criterion.levels):
        at = f"{where}.levels.{n}"
        if not level.name:
            yield Problem("rubric.level_unnamed", f"{at}.name", {**told, "n": n + 1})
        if level.points is None and gives_points:
            yield Problem("rubric.level_without_points", f"{at}.points", {**told, "level": level.name})
        elif level.points is not None and not 0 <= level.points <= MOST_POINTS:
            yield Problem("rubric.level_points", f"{at}.points", {**told, "most": MOST_POINTS})
