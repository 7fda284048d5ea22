"""How a course grades, read once for each version of the course."""

from __future__ import annotations

from collections import OrderedDict
from dataclasses import dataclass

from apps.courses.public import Course
from apps.gradebook import queries
from apps.gradebook.models import Category, GradedItem, GradingScheme

SETUPS_KEPT = 64
_setups: OrderedDict[tuple[int, int], Setup] = OrderedDict()


@dataclass(frozen=True)
class Setup:
    """Rows that readers share and nobody changes; graded items by item id."""

    scheme: GradingScheme
    categories: tuple[Category, ...]
    graded: dict[int, GradedItem]


def setup(course: Course) -> Setup:
    key = (course.pk, course.layout_version)
    if key not in _setups:
        categories = tuple(queries.categories(course))
        _setups[key] = Setup(queries.scheme(course), categories, queries.graded_items(course))
        while len(_setups) > SETUPS_KEPT:
            _setups.popitem(last=False)
    return _setups[key]
