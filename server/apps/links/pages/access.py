"""Who has access to a system, and what it costs where somebody has not."""

from __future__ import annotations

from collections.abc import Mapping

from unvo_core.links.access import Access, Blocked, Kind, Wanted, blocked

from apps.courses.public import Course, Membership
from apps.kernel.public import now
from apps.layout.public import Layout, layout, layout_for
from apps.links.api import access_schemas as a
from apps.links.api import schemas as s
from apps.links.kinds import LINKED
from apps.links.models import LinkedSystem, Placement, SystemAccess
from apps.links.queries import students_of
from apps.path.public import Fact


def access_of(row: SystemAccess | None) -> Access:
    return Access() if row is None else Access(kind=Kind(row.kind), until=row.until)


def wanted_of(laid: Layout, placed: frozenset[int], done: frozenset[int]) -> list[Wanted]:
    """The linked work that a person has, by their own layout, in the order of the path."""
    return [
        Wanted(
            item_id=item.id,
            opens=item.span.opens,
            due=item.span.due,
            last=item.span.closes or item.span.due,
            done=item.id in done,
        )
        for item in laid.student_items.values()
        if item.kind == LINKED.code and item.id in placed
    ]


def blocked_out(found: Blocked | None, laid: Layout) -> s.BlockedOut | None:
    if found is None:
        return None
    titles = [laid.items[pk].title for pk in found.items]
    return s.BlockedOut(titles=titles, ends=found.ends, matters=found.matters)


def placed_of(system: LinkedSystem, course: Course) -> frozenset[int]:
    rows = Placement.objects.filter(system=system, item__course=course, item__removed=False)
    return frozenset(rows.values_list("item_id", flat=True))


def own_access(system: LinkedSystem, course: Course, laid: Layout, person_id: int) -> s.OwnAccess | None:
    row = SystemAccess.objects.filter(system=system, course=course, person_id=person_id).first()
    if row is None:
        return None
    facts = Fact.objects.filter(course=course, person_id=person_id, kind=Fact.HANDED_IN)
    done = frozenset(facts.values_list("item_id", flat=True))
    found = blocked(access_of(row), wanted_of(laid, placed_of(system, course), done), now())
    return s.OwnAccess(kind=Kind(row.kind), until=row.until, blocked=blocked_out(found, laid))


def access_page(system: LinkedSystem, course: Course, member: Membership) -> a.AccessList:
    """Every student whom the reader teaches, with what is known of them."""
    laid, placed = layout(course), placed_of(system, course)
    known = {a.person_id: a for a in SystemAccess.objects.filter(system=system, course=course)}
    done = _done(course, placed)
    rows = students_of(course, member).select_related("person", "section").order_by("person__sort_name")
    shown = []
    for row in rows:
        own = known.get(row.person_id)
        found = None
        if own is not None:
            mine = layout_for(laid, row.person_id)
            wanted = wanted_of(mine, placed, done.get(row.person_id, frozenset()))
            found = blocked(access_of(own), wanted, now())
        shown.append(
            a.AccessRow(
                person_id=row.person_id,
                name=row.person.name,
                section=row.section.name if row.section is not None else "",
                kind=Kind(own.kind) if own is not None else Kind.UNKNOWN,
                until=own.until if own is not None else None,
                code=own.code if own is not None else "",
                said_by=own.said_by if own is not None else "",
                said_at=own.said_at if own is not None else None,
                blocked=blocked_out(found, laid),
            )
        )
    return a.AccessList(system=system.name, rows=shown)


def _done(course: Course, placed: frozenset[int]) -> Mapping[int, frozenset[int]]:
    found: dict[int, set[int]] = {}
    facts = Fact.objects.filter(course=course, item_id__in=placed, kind=Fact.HANDED_IN)
    for person, item in facts.values_list("person_id", "item_id"):
        found.setdefault(person, set()).add(item)
    return {person: frozenset(items) for person, items in found.items()}
