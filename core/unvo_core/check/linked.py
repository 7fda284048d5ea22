"""Work of linked systems: line items that stand at no item, and items that open none."""

from __future__ import annotations

from collections.abc import Iterator

from unvo_core.check.model import CheckedCourse, CheckedItem, Finding, Fix, Place, Severity


def strays(course: CheckedCourse) -> Iterator[Finding]:
    """A system made a place for scores by itself: it counts nowhere until somebody says what it is."""
    for stray in course.strays:
        place = Place("line_item", stray.id)
        yield Finding(
            code="linked.stray",
            severity=Severity.DOUBTFUL,
            place=place,
            params={"title": stray.label, "system": stray.system},
            fix=Fix("adopt_line_item", place),
        )


def unlinked(course: CheckedCourse) -> Iterator[Finding]:
    """Homework of a system that it opens no system for, as after a copy from a course with a system of its own."""
    for item in course.items:
        if item.id in course.unlinked:
            yield Finding(
                code="linked.no_system",
                severity=Severity.WRONG,
                place=Place("item", item.id),
                params={"title": item.title},
            )


def shut(course: CheckedCourse) -> Iterator[Finding]:
    """Systems that were put to use here and are no more: what is worked in them opens for nobody. Told once a system,
    at its first item."""
    found: dict[str, list[CheckedItem]] = {}
    for item in course.items:
        if item.id in course.shut:
            found.setdefault(course.shut[item.id], []).append(item)
    for system, items in found.items():
        yield Finding(
            code="linked.not_in_use",
            severity=Severity.WRONG,
            place=Place("item", items[0].id),
            params={"system": system, "title": items[0].title, "count": len(items)},
        )
