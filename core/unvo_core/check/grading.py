"""Rules about points, categories and what is graded."""

from __future__ import annotations

from collections.abc import Iterator

from unvo_core.check.model import CheckedCourse, Finding, Fix, Place, Severity
from unvo_core.grading.totals import droppable
from unvo_core.grading.weights import scaled_weights, whole_weight


def no_points(course: CheckedCourse) -> Iterator[Finding]:
    for item in course.items:
        if item.counts and not item.points:
            place = Place("item", item.id)
            yield Finding(
                code="points.none",
                severity=Severity.WRONG,
                place=place,
                params={"title": item.title},
                fix=Fix("practice", place),
            )


def no_category(course: CheckedCourse) -> Iterator[Finding]:
    """Where the course has categories, what counts without one counts nowhere."""
    if not course.categories:
        return
    for item in course.items:
        if not item.counts or item.id in course.category_of or not item.points:
            continue
        alike = [course.category_of[i.id] for i in course.items if i.kind == item.kind and i.id in course.category_of]
        usual = max(set(alike), key=lambda c: (alike.count(c), -c)) if alike else course.categories[0].id
        name = next(c.name for c in course.categories if c.id == usual)
        place = Place("item", item.id)
        fix = Fix("set_category", place, {"category_id": usual, "name": name})
        yield Finding(
            code="category.none",
            severity=Severity.WRONG,
            place=place,
            params={"title": item.title, "category": name},
            fix=fix,
        )


def weights_off(course: CheckedCourse) -> Iterator[Finding]:
    whole = whole_weight(course.categories)
    if whole is None or whole == 100:
        return
    place = Place("course", 0)
    values = {str(key): str(float(weight)) for key, weight in scaled_weights(course.categories).items()}
    fix = Fix("set_weights", place, values) if values else None
    yield Finding(code="weights.not_100", severity=Severity.WRONG, place=place, params={"sum": whole}, fix=fix)


def drops_all(course: CheckedCourse) -> Iterator[Finding]:
    for category in course.categories:
        count, drops = droppable(category), category.drop_lowest + category.drop_highest
        if drops and drops >= count:
            place = Place("category", category.id)
            params = {"category": category.name, "drops": drops, "count": count}
            fix = Fix("set_drops", place, {"lowest": max(0, count - 1), "highest": 0})
            yield Finding(code="drops.all", severity=Severity.WRONG, place=place, params=params, fix=fix)


def ghosts(course: CheckedCourse) -> Iterator[Finding]:
    """Graded but on no path: it would count as a zero that nobody can hand in."""
    for ghost in course.ghosts:
        place = Place("graded", ghost.graded_id)
        fix = None if ghost.has_scores else Fix("drop_graded", place)
        yield Finding(
            code="graded.ghost",
            severity=Severity.WRONG,
            place=place,
            params={"title": ghost.title, "scores": ghost.has_scores},
            fix=fix,
        )
