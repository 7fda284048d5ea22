"""The class's hand-ins of one item, in the order in which they are scored."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime

from apps.assignments.anonymous import NAMED, Numbers, numbers_of
from apps.assignments.api import grading_schemas as shown
from apps.assignments.grading import assignment_of, group_of, state_of
from apps.assignments.models import HandIn
from apps.assignments.queries import crews_at, hand_ins_of_item
from apps.assignments.showing import late_of
from apps.courses.public import Course, Enrolment, Membership, Named, students
from apps.gradebook.public import (
    CellScores,
    Counted,
    GradedItem,
    cells_of_item,
    counted,
    graded_row,
    marked_by,
    parts_measured,
    points,
    setup_of,
)
from apps.layout.public import LaidItem, layout, layout_for

_END = datetime.max.replace(tzinfo=UTC)


def queue(course: Course, item_id: int, member: Membership, reader_id: int) -> shown.Queue:
    """Everyone in the grader's sections; waiting work first, oldest first, then by name."""
    item = assignment_of(course, item_id)
    graded = graded_row(course, item_id)
    cells, teams = cells_of_item(graded), crews_at(course, item_id)
    work = hand_ins_of_item(item_id, teams)
    group = {person_id: crew.name for crew in teams for person_id in crew.people}
    sections = None if member.section_ids is None else list(member.section_ids)
    known = setup_of(course)
    rule = known.item_rules(item_id, 0).late_rule
    laid, numbers = layout(course), numbers_of(course, item_id) if graded.anonymous else NAMED
    rows = []
    for enrolment in students(course, sections).select_related("person", "section").order_by("person__sort_name"):
        own_item = layout_for(laid, enrolment.person_id).items[item_id]
        cell = cells.get(enrolment.person_id)
        rules = known.item_rules(item_id, enrolment.person_id)
        what = counted(cell, rules, item.possible, own_item.span.due) if cell else None
        own = work.get(enrolment.person_id, [])
        rows.append(_queue_row(enrolment, own_item, own, cell, what, numbers, group.get(enrolment.person_id, "")))
    rows = _marked(rows, item_id, reader_id) if graded.two_graders else _measured(rows, graded)
    waiting_first = sorted(rows, key=lambda row: _order(row, numbers))
    return shown.Queue(
        title=item.title,
        possible=str(points(item.possible)),
        due=item.span.due,
        zone=course.zone,
        hold=graded.hold,
        held=sum(r.state == "held" for r in rows),
        waiting=sum(r.state == "waiting" for r in rows),
        rows=waiting_first,
        late_percent=None if rule is None else str(points(rule.percent)),
        late_per=None if rule is None else rule.per,
        can_release=member.instructs,
        anonymous=graded.anonymous,
        two_graders=graded.two_graders,
        criteria=_criteria(graded),
    )


def _order(row: shown.QueueRow, numbers: Numbers) -> tuple[int, datetime, int]:
    """Waiting work first, the oldest before, and what the reader has scored behind it; then as they came, or where
    names are unsaid by number."""
    waits = row.state == "waiting"
    return (
        2 * (not waits) + row.marked,
        (row.handed_in_at if waits else None) or _END,
        numbers.by_person.get(row.person_id, 0),
    )


def _marked(rows: Sequence[shown.QueueRow], item_id: int, reader_id: int) -> list[shown.QueueRow]:
    by = marked_by(item_id)
    return [
        row.model_copy(update={"marked": row.state == "waiting" and reader_id in by[row.person_id, row.attempt]})
        for row in rows
    ]


def _criteria(graded: GradedItem) -> list[Named]:
    """None where two score it, each the whole work."""
    if graded.rubric is None or graded.rubric.removed or graded.two_graders:
        return []
    return [Named(id=one["id"], name=one["name"]) for one in graded.rubric.criteria]


def _measured(rows: Sequence[shown.QueueRow], graded: GradedItem) -> list[shown.QueueRow]:
    parts = parts_measured(graded) if _criteria(graded) else {}
    return [
        row.model_copy(update={"measured": parts.get((row.person_id, row.attempt), [])})
        if row.state == "waiting"
        else row
        for row in rows
    ]


def _queue_row(
    enrolment: Enrolment,
    item: LaidItem,
    own: list[HandIn],
    cell: CellScores | None,
    what: Counted | None,
    numbers: Numbers,
    group: str,
) -> shown.QueueRow:
    """One student; `own`: their attempts in order, a draft among them; `group`: in which they work on it now."""
    latest = next((h for h in reversed(own) if h.handed_in_at), None)
    state = state_of(item.excused, own, latest, cell, what)
    hidden = numbers.hides(enrolment.person_id, out=state == "released")
    return shown.QueueRow(
        person_id=enrolment.person_id,
        name=numbers.name(enrolment.person_id, enrolment.person.sort_name, out=state == "released"),
        section=enrolment.section.name if enrolment.section and not hidden else "",
        state=state,
        handed_in_at=latest.handed_in_at if latest else None,
        late_seconds=late_of(latest, item),
        attempt=latest.attempt if latest else 0,
        score=str(points(what.result.counts)) if what else None,
        group="" if hidden else group_of(latest, group),
        marked=False,
        measured=[],
    )
