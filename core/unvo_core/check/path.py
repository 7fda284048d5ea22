"""Rules about conditions, modules, titles and places."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from unvo_core.check.model import CheckedCourse, CheckedItem, Finding, Fix, Place, Severity
from unvo_core.check.spans import set_moments
from unvo_core.path.conditions import For


def due_before_awaited(course: CheckedCourse) -> Iterator[Finding]:
    for item, awaited in _waits(course):
        due, first = item.span.due, awaited.span.due
        if due is None or first is None or due >= first:
            continue
        place = Place("item", item.id)
        params = {"title": item.title, "at": due, "awaited": awaited.title, "awaited_at": first}
        yield Finding(
            code="due.before_awaited",
            severity=Severity.WRONG,
            place=place,
            params=params,
            fix=set_moments(item, {"due": first}),
        )


def waits_on_hidden(course: CheckedCourse) -> Iterator[Finding]:
    for item, awaited in _waits(course):
        if course.is_shown(item) and not course.is_shown(awaited):
            params = {"title": item.title, "awaited": awaited.title}
            fix = Fix("drop_condition", Place("item", item.id), {"on": awaited.id})
            yield Finding(
                code="waits.on_hidden", severity=Severity.WRONG, place=Place("item", item.id), params=params, fix=fix
            )


def waits_on_undated(course: CheckedCourse) -> Iterator[Finding]:
    """A dated item that waits for one without a due moment: nobody sees when that one is wanted."""
    for item, awaited in _waits(course):
        if item.span.due is not None and awaited.span.due is None and course.is_shown(awaited):
            params = {"title": item.title, "awaited": awaited.title, "at": item.span.due}
            fix = set_moments(awaited, {"due": item.span.due})
            yield Finding(
                code="waits.on_undated", severity=Severity.NOTICE, place=Place("item", item.id), params=params, fix=fix
            )


def waits_on_gone(course: CheckedCourse) -> Iterator[Finding]:
    for item in course.items:
        for wanted in item.awaited:
            if wanted not in course.item_by_id:
                fix = Fix("drop_condition", Place("item", item.id), {"on": wanted})
                yield Finding(
                    code="waits.on_gone",
                    severity=Severity.WRONG,
                    place=Place("item", item.id),
                    params={"title": item.title},
                    fix=fix,
                )


def for_nobody(course: CheckedCourse) -> Iterator[Finding]:
    """Shown, and on nobody's path: the groups and sections that it is for have no student, as after a copy."""
    if course.peopled is None:
        return
    for item in course.items:
        for only in (c for w in item.path.whens for c in w.of if isinstance(c, For)):
            whom = {("group", g) for g in only.groups} | {("section", s) for s in only.sections}
            if course.is_shown(item) and not whom & course.peopled:
                place = Place("item", item.id)
                yield Finding(
                    code="waits.for_nobody", severity=Severity.DOUBTFUL, place=place, params={"title": item.title}
                )


def _waits(course: CheckedCourse) -> Iterator[tuple[CheckedItem, CheckedItem]]:
    for item in course.items:
        for wanted in item.awaited:
            if wanted in course.item_by_id:
                yield item, course.item_by_id[wanted]


def module_hidden(course: CheckedCourse) -> Iterator[Finding]:
    """Work that students should find, in a module that they can't see."""
    for module in course.modules:
        shown = [i for i in course.items if i.module_id == module.id and i.published and i.span.due is not None]
        if module.published or not shown:
            continue
        place = Place("module", module.id)
        params = {"module": module.title, "title": shown[0].title, "count": len(shown)}
        yield Finding(
            code="module.hidden", severity=Severity.DOUBTFUL, place=place, params=params, fix=Fix("publish", place)
        )


def titles_twice(course: CheckedCourse) -> Iterator[Finding]:
    seen: dict[tuple[int, str], int] = {}
    for item in course.items:
        key = (item.module_id, item.title.casefold())
        seen[key] = seen.get(key, 0) + 1
        if seen[key] > 1:
            place = Place("item", item.id)
            params = {"title": item.title, "module": course.module_by_id[item.module_id].title}
            fix = Fix("rename", place, {"title": f"{item.title} ({seen[key]})"})
            yield Finding(code="title.twice", severity=Severity.NOTICE, place=place, params=params, fix=fix)


def exam_without_place(course: CheckedCourse) -> Iterator[Finding]:
    """Its fix is the room of the class of that day, else the room in which the class meets most."""
    rooms = Counter(m.place for m in course.calendar.meetings if m.place)
    for item in course.items:
        if not item.exam or item.place.strip():
            continue
        day = course.calendar.day_of(item.span.due) if item.span.due else None
        here = next((m.place for m in course.calendar.meetings if m.day == day and m.place), "")
        room = here or next((name for name, _ in rooms.most_common(1)), "")
        place = Place("item", item.id)
        fix = Fix("set_place", place, {"place": room}) if room else None
        yield Finding(
            code="exam.no_place", severity=Severity.DOUBTFUL, place=place, params={"title": item.title}, fix=fix
        )


def never_done(course: CheckedCourse) -> Iterator[Finding]:
    """Required, and by its rule nobody can ever do it: it would hold its module open for good."""
    for item in course.items:
        if item.required and not item.doable and course.is_shown(item):
            place = Place("item", item.id)
            scored = bool(item.points) and not item.path.handed_in and item.exam
            yield Finding(
                code="done.never",
                severity=Severity.WRONG,
                place=place,
                params={"title": item.title},
                fix=Fix("set_done_rule", place, {"rule": "scored" if scored else "ticked"}),
            )
