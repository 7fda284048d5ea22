"""A course as the date check reads it: constant in queries."""

from __future__ import annotations

import hashlib
from fractions import Fraction
from uuid import UUID

from unvo_core.schedule.date_check.model import (
    CheckedCategory,
    CheckedCourse,
    CheckedItem,
    CheckedModule,
    Finding,
    Ghost,
    Prose,
)
from unvo_core.schedule.date_check.run import date_check

from apps.courses.public import Course, LaidItem, date_order_of, latest_texts, layout
from apps.gradebook.public import ghost_rows, setup_of
from apps.kernel.public import existing_files
from apps.transfer.prose import file_keys_in, links_of, plain_text


def findings(course: Course) -> tuple[Finding, ...]:
    return date_check(checked_course(course))


def checked_course(course: Course) -> CheckedCourse:
    laid, grading = layout(course), setup_of(course)
    texts = latest_texts(course)
    keys: set[UUID] = existing_files({k for _, html in texts.values() for k in file_keys_in(html)})
    titles = {i: item.title for i, item in laid.items.items()}
    proses = []
    for item_id, (_, html) in texts.items():
        if item_id in titles:
            plain = plain_text(html)
            proses.append(Prose(item_id, item_id, titles[item_id], plain.text, links_of(plain, keys)))
    return CheckedCourse(
        calendar=laid.calendar,
        items=tuple(_item(i, grading.category_of(i.id), grading.is_graded(i.id)) for m in laid.all for i in m.items),
        modules=tuple(CheckedModule(m.id, m.title, m.week, m.published) for m in laid.all),
        categories=tuple(
            CheckedCategory(
                c.pk,
                c.name,
                None if c.weight is None else Fraction(str(c.weight)),
                c.drop_lowest + c.drop_highest,
                c.extra_credit,
            )
            for c in grading.categories
        ),
        proses=tuple(proses),
        ghosts=tuple(Ghost(pk, title, scored) for pk, title, scored in ghost_rows(course)),
        default_due_time=course.default_due_time,
        credits=Fraction(str(course.credits)),
        date_order=date_order_of(course),
        earlier=layout(course.copied_from).calendar if course.copied_from else None,
    )


def _item(item: LaidItem, category_id: int | None, graded: bool) -> CheckedItem:
    return CheckedItem(
        id=item.id,
        title=item.title,
        module_id=item.module_id,
        kind=item.kind,
        span=item.span,
        published=item.published,
        required=item.required,
        practice=item.practice,
        points=None if item.points is None else Fraction(str(item.points)),
        counts=graded and not item.practice,
        category_id=category_id,
        after=item.after,
        minutes=item.effort_minutes,
        exam=item.held_at_a_set_time and item.points is not None,
        place=item.place or item.address,
        unresolved=item.unresolved,
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
