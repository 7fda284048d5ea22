"""Rules about points, categories and what is graded."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from unvo_core.exact import exact_sum
from unvo_core.schedule.date_check.model import CheckedCategory, CheckedCourse, Finding, Fix, Place, Severity


def no_points(course: CheckedCourse) -> Iterator[Finding]:
    for item in course.items:
        if item.counts and not item.points:
            place = Place("item", item.id)
            yield Finding("points.none", Severity.WRONG, place, {"title": item.title}, Fix("practice", place))


def no_category(course: CheckedCourse) -> Iterator[Finding]:
    """Where the course has categories, what counts without one counts nowhere."""
    if not course.categories:
        return
    for item in course.items:
        if not item.counts or item.category_id is not None or not item.points:
            continue
        alike = [i.category_id for i in course.items if i.kind == item.kind and i.category_id is not None]
        usual = max(set(alike), key=lambda c: (alike.count(c), -c)) if alike else course.categories[0].id
        name = next(c.name for c in course.categories if c.id == usual)
        place = Place("item", item.id)
        fix = Fix("set_category", place, {"category_id": usual, "name": name})
        yield Finding("category.none", Severity.WRONG, place, {"title": item.title, "category": name}, fix)


def weights_off(course: CheckedCourse) -> Iterator[Finding]:
    weighted = [c for c in course.categories if c.weight is not None and not c.extra_credit]
    whole = exact_sum(c.weight or Fraction(0) for c in weighted)
    if not weighted or whole == 100:
        return
    place = Place("course", 0)
    fix = Fix("set_weights", place, scaled_weights(weighted, whole)) if whole else None
    yield Finding("weights.not_100", Severity.WRONG, place, {"sum": whole}, fix)


def scaled_weights(categories: list[CheckedCategory], whole: Fraction) -> dict[str, object]:
    """Weights in proportion, to a thousandth of a percent, that add to exactly 100."""
    found = {c.id: Fraction(round((c.weight or 0) * 100 / whole * 1000), 1000) for c in categories}
    rest = 100 - exact_sum(found.values())
    heaviest = max(found, key=lambda c: found[c])
    found[heaviest] += rest
    return {str(key): str(float(weight)) for key, weight in found.items()}


def drops_all(course: CheckedCourse) -> Iterator[Finding]:
    for category in course.categories:
        count = sum(i.counts and i.category_id == category.id and bool(i.points) for i in course.items)
        if category.drops and category.drops >= count:
            place = Place("category", category.id)
            params = {"category": category.name, "drops": category.drops, "count": count}
            fix = Fix("set_drops", place, {"lowest": max(0, count - 1), "highest": 0})
            yield Finding("drops.all", Severity.WRONG, place, params, fix)


def ghosts(course: CheckedCourse) -> Iterator[Finding]:
    """Graded but on no path: it would count as a zero that nobody can hand in."""
    for ghost in course.ghosts:
        place = Place("graded", ghost.graded_id)
        fix = None if ghost.has_scores else Fix("drop_graded", place)
        yield Finding("graded.ghost", Severity.WRONG, place, {"title": ghost.title, "scores": ghost.has_scores}, fix)
