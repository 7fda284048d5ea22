"""The grader's view: the class's hand-ins of one item, and one student's work beside its score."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import UTC, datetime, timedelta
from fractions import Fraction
from zoneinfo import ZoneInfo

from unvo_core.grading.late import apply_late

from apps.assignments.actions.together import Apart
from apps.assignments.anonymous import NAMED, Numbers, numbers_of
from apps.assignments.api import grading_schemas as shown
from apps.assignments.api import schemas as out
from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import HandIn
from apps.assignments.queries import brief_of, came_with, crew_at, crews_at, hand_ins_of_item, work_of_person
from apps.assignments.showing import attempt_out, late_of, notes_out
from apps.courses.public import Course, Crew, Enrolment, Membership, can_see_student, students
from apps.gradebook.public import (
    CellScores,
    Counted,
    RubricOut,
    cells_of_item,
    cells_of_people,
    counted,
    graded_row,
    item_rubric,
    measured_out,
    points,
    rubric_out,
    score_row,
    setup_of,
)
from apps.kernel.public import Refused, not_found, now, require
from apps.layout.public import LaidItem, layout, layout_for, person_layout

_END = datetime.max.replace(tzinfo=UTC)
TO_DO_AGAIN_DAYS = 7


def queue(course: Course, item_id: int, member: Membership) -> shown.Queue:
    """Everyone in the grader's sections; waiting work first, oldest first, then by name."""
    item = _item(course, item_id)
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
    )


def _order(row: shown.QueueRow, numbers: Numbers) -> tuple[bool, datetime, int]:
    """Waiting work first, the oldest before; then as they came, or where names are unsaid by number."""
    waits = row.state == "waiting"
    return not waits, (row.handed_in_at if waits else None) or _END, numbers.by_person.get(row.person_id, 0)


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
    state = _state(item.excused, own, latest, cell, what)
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
        group="" if hidden else _group_of(latest, group),
    )


def _group_of(last: HandIn | None, group: str) -> str:
    """In which the last attempt was handed in; before there is one, in which it is worked on."""
    return (last.receipt or {}).get("group", "") if last else group


def _state(
    excused: bool, own: list[HandIn], latest: HandIn | None, cell: CellScores | None, what: Counted | None
) -> shown.QueueState:
    if excused or (cell is not None and cell.excused):
        return "excused"
    if latest is not None and hasattr(latest, "given_back"):
        return "given_back"
    if latest is not None and not (cell and any(a.attempt == latest.attempt for a in cell.attempts)):
        return "waiting"
    if cell is not None and what is not None:
        return "held" if cell.held else "released"
    return "started" if own else "nothing"


def work_of(course: Course, item_id: int, person_id: int, member: Membership, reader_id: int) -> shown.Work:
    """One student's attempts with the score of the latest; a draft shows only that it is there."""
    _item(course, item_id)
    enrolment = students(course).select_related("person", "section").filter(person_id=person_id).first()
    require(can_see_student(member, enrolment.section_id if enrolment else None))
    if enrolment is None:
        raise not_found("student")
    item = person_layout(course, person_id).items[item_id]
    brief = brief_of(item_id)
    crew = crew_at(course, brief, person_id)
    own = work_of_person(brief, person_id, crew)
    handed, draft = own.handed, own.draft
    last = handed[-1] if handed else None
    cell = cells_of_people(course, [person_id], [item_id]).get(person_id, {}).get(item_id)
    rules = setup_of(course).item_rules(item_id, person_id)
    what = counted(cell, rules, item.possible, item.span.due) if cell else None
    raws = {a.attempt: a.raw for a in cell.attempts} if cell else {}
    numbers = numbers_of(course, item_id) if graded_row(course, item_id).anonymous else NAMED
    is_out = _state(item.excused, [*handed, *([draft] if draft else [])], last, cell, what) == "released"
    hidden = numbers.hides(person_id, out=is_out)
    attempts = [_graded(h, item, raws.get(h.attempt), what, reader_id) for h in handed]
    others = _others(course, last, crew, person_id)
    return shown.Work(
        person_id=person_id,
        name=numbers.name(person_id, enrolment.person.name, out=is_out),
        section=enrolment.section.name if enrolment.section and not hidden else "",
        attempts=[a.model_copy(update=UNSAID) if hidden else a for a in attempts],
        draft_started_at=draft.started_at if draft else None,
        draft_files=len(draft.files.all()) if draft else 0,
        score=score_out(course, item, person_id, last.attempt if last else 1, last.handed_in_at if last else None),
        rubric=shown_rubric(course, item_id),
        due=item.span.due,
        until=proposed_until(course, now()),
        group="" if hidden else _group_of(last, crew.name if crew else ""),
        fellows=_fellows(course, item_id, last, others, numbers),
    )


UNSAID = {"number": "", "group": "", "handed_in_by": ""}
"""Of an attempt by which its student would be known."""


def _others(course: Course, last: HandIn | None, crew: Crew | None, person_id: int) -> dict[int, str]:
    if last is not None:
        return dict(came_with(last).values_list("person_id", "person__name").order_by("person__sort_name"))
    return {p: name for p, name in crew.people.items() if p != person_id} if crew else {}


def _fellows(
    course: Course, item_id: int, last: HandIn | None, others: Mapping[int, str], numbers: Numbers
) -> list[shown.Fellow]:
    if not others:
        return []
    cells = cells_of_people(course, list(others), [item_id])
    attempt = last.attempt if last else 1
    found = []
    for person_id, name in others.items():
        cell = cells.get(person_id, {}).get(item_id)
        raw = next((a.raw for a in cell.attempts if a.attempt == attempt), None) if cell else None
        is_out = raw is not None and cell is not None and not cell.held
        said = numbers.name(person_id, name, out=is_out)
        found.append(shown.Fellow(person_id=person_id, name=said, score=None if raw is None else str(points(raw))))
    return found


def apart_said(course: Course, item_id: int, apart: Sequence[Apart]) -> list[str]:
    numbers = numbers_of(course, item_id) if apart and graded_row(course, item_id).anonymous else NAMED
    return [f"{numbers.name(one.person_id, one.name, out=False)}: {one.raw}" for one in apart]


def proposed_until(course: Course, at: datetime) -> str:
    """A week from now, at the time of day at which work of the course is due."""
    day = at.astimezone(ZoneInfo(course.zone)).date() + timedelta(days=TO_DO_AGAIN_DAYS)
    return datetime.combine(day, course.default_due_time).strftime("%Y-%m-%dT%H:%M")


def shown_rubric(course: Course, item_id: int) -> RubricOut | None:
    row = item_rubric(course, item_id)
    return rubric_out(row) if row else None


def handed_in_at(item_id: int, person_id: int, attempt: int) -> datetime | None:
    """When the attempt came in; None for the first of somebody who handed in nothing, which can be scored too."""
    rows = HandIn.objects.filter(item_id=item_id, person_id=person_id, handed_in_at__isnull=False)
    handed = dict(rows.values_list("attempt", "handed_in_at"))
    if attempt in handed:
        return handed[attempt]
    if handed or attempt != 1:
        raise Refused("score.no_such_attempt", attempt=attempt)
    return None


def score_out(
    course: Course, item: LaidItem, person_id: int, attempt: int, handed_in_at: datetime | None
) -> shown.ScoreOut:
    """One attempt's score with the late rule as arithmetic."""
    row = score_row(item.id, person_id, attempt)
    rules = setup_of(course).item_rules(item.id, person_id)
    full = item.possible
    given = None if row is None else Fraction(row.raw)
    at = row.handed_in_at if row is not None else handed_in_at
    recorded = rules.recorded(given if given is not None else full, full)
    result = apply_late(rules.late_rule, recorded, full, at, item.span.due)
    return shown.ScoreOut(
        attempt=attempt,
        version=row.version if row else 0,
        raw=None if given is None else str(points(given)),
        comment=row.comment if row else "",
        released_at=row.released_at if row else None,
        graded_at=row.graded_at if row else None,
        graded_by=row.graded_by.name if row and row.graded_by else "",
        recorded=str(points(recorded)) if given is not None and rules.table else None,
        table=rules.table.name if rules.table else "",
        late_seconds=result.seconds,
        late_units=result.units,
        deduction=str(points(result.deduction)) if given is not None else None,
        counts=str(points(result.counts)) if given is not None else None,
        deduction_if_full=str(points(result.deduction)) if given is None else None,
        measured=measured_out(row.measured) if row else None,
    )


def _graded(hand_in: HandIn, item: LaidItem, raw: Fraction | None, what: Counted | None, reader_id: int) -> out.Attempt:
    """`raw`: what it was given, and `what` counts, held or not."""
    return attempt_out(hand_in, item, reader_id).model_copy(
        update={
            "notes": notes_out(hand_in),
            "given": None if raw is None else str(points(raw)),
            "counts": what is not None and what.attempts > 1 and what.attempt == hand_in.attempt,
        }
    )


def _item(course: Course, item_id: int) -> LaidItem:
    item = layout(course).items.get(item_id)
    if item is None or item.kind != ASSIGNMENT.code:
        raise not_found("assignment")
    return item
