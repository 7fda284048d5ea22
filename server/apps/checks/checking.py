"""A course as the date check reads it: constant in queries."""

from __future__ import annotations

import hashlib
from fractions import Fraction
from uuid import UUID

from unvo_core.check.model import (
    CheckedCourse,
    CheckedItem,
    CheckedModule,
    Finding,
    Ghost,
    Prose,
    Stray,
)
from unvo_core.check.run import date_check

from apps.checks.prose import file_keys_in, links_of, plain_text
from apps.courses.public import Course
from apps.gradebook.public import ghost_rows, setup_of
from apps.kernel.public import existing_files
from apps.layout.public import LaidItem, Layout, can_be_done, date_order_of, kind_of, latest_texts, layout, path_item
from apps.links.public import shut_items, stated_dues, stray_line_items, unlinked_items
from apps.messages.public import unsaid


def findings(course: Course) -> tuple[Finding, ...]:
    return date_check(checked_course(course))


def checked_course(course: Course) -> CheckedCourse:
    laid, grading = layout(course), setup_of(course)
    counting: dict[int | None, list[LaidItem]] = {}
    for item in laid.items.values():
        if grading.is_graded(item.id) and not item.practice:
            counting.setdefault(grading.category_of(item.id), []).append(item)
    return CheckedCourse(
        calendar=laid.calendar,
        items=tuple(_item(i, grading.is_graded(i.id)) for m in laid.all for i in m.items),
        strays=tuple(Stray(pk, label, system) for pk, label, system in stray_line_items(course)),
        stated=stated_dues(course),
        sections=course.sections.count(),
        unlinked=unlinked_items(course),
        shut=shut_items(course),
        modules=tuple(CheckedModule(m.id, m.title, m.week, m.published) for m in laid.all),
        categories=tuple(grading.category(c, counting.get(c.pk, ())) for c in grading.categories),
        proses=_proses(course, laid),
        ghosts=tuple(Ghost(pk, title, scored) for pk, title, scored in ghost_rows(course)),
        default_due_time=course.default_due_time,
        credits=Fraction(str(course.credits)),
        date_order=date_order_of(course),
        peopled=_peopled(laid),
        earlier=layout(course.copied_from).calendar if course.copied_from else None,
    )


def _proses(course: Course, laid: Layout) -> tuple[Prose, ...]:
    """The texts of items, and what is still to be announced."""
    items = laid.items
    texts = [("text", pk, items[pk].title, html) for pk, (_, html) in latest_texts(course).items() if pk in items]
    texts += [("announcement", pk, title, html) for pk, title, html in unsaid(course)]
    keys: set[UUID] = existing_files({k for *_, html in texts for k in file_keys_in(html)})
    found = []
    for kind, pk, title, html in texts:
        plain = plain_text(html)
        found.append(Prose(id=pk, title=title, text=plain.text, links=links_of(plain, keys), kind=kind))
    return tuple(found)


def _peopled(laid: Layout) -> frozenset[tuple[str, int]]:
    groups = {("group", group) for person in laid.sections for group in laid.groups.get(person, ())}
    return frozenset(groups | {("section", section) for section in laid.sections.values() if section is not None})


def _item(item: LaidItem, graded: bool) -> CheckedItem:
    return CheckedItem(
        path=path_item(item),
        title=item.title,
        kind=item.kind,
        published=item.published,
        points=None if item.points is None else Fraction(str(item.points)),
        counts=graded and not item.practice,
        minutes=item.effort_minutes,
        live=kind_of(item.kind).live,
        exam=item.held_at_a_set_time and item.points is not None,
        place=item.place or item.address,
        unresolved=item.unresolved,
        doable=can_be_done(item),
    )


def key_of(finding: Finding) -> str:
    """The same finding has the same key from one check to the next, whatever stands around it."""
    text = "|".join(
        [
            finding.code,
            finding.place.kind,
            str(finding.place.id),
            *(f"{k}={v}" for k, v in sorted(finding.params.items())),
        ]
    )
    return hashlib.sha256(text.encode()).hexdigest()
