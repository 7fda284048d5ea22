"""The grader's view of one student's work beside its score."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime, timedelta
from fractions import Fraction
from zoneinfo import ZoneInfo

from unvo_core.grading.late import apply_late

from apps.assignments.actions.together import Apart
from apps.assignments.anonymous import NAMED, Numbers, numbers_of
from apps.assignments.api import grading_schemas as shown
from apps.assignments.api import schemas as out
from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import HandIn
from apps.assignments.queries import brief_of, came_with, crew_at, work_of_person
from apps.assignments.showing import attempt_out, notes_out
from apps.courses.public import Course, Crew, Membership, can_see_student, students
from apps.gradebook.public import (
    CellScores,
    Counted,
    RubricOut,
    Score,
    cells_of_people,
    counted,
    graded_row,
    item_rubric,
    markings_of,
    measured_out,
    part_measured,
    points,
    rubric_out,
    score_row,
    setup_of,
)
from apps.kernel.public import Refused, not_found, now, require
from apps.layout.public import LaidItem, layout, person_layout

TO_DO_AGAIN_DAYS = 7


def group_of(last: HandIn | None, group: str) -> str:
    """In which the last attempt was handed in; before there is one, in which it is worked on."""
    return (last.receipt or {}).get("group", "") if last else group


def state_of(
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
    assignment_of(course, item_id)
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
    what = _counted(course, item, person_id, cell)
    raws = {a.attempt: a.raw for a in cell.attempts} if cell else {}
    graded = graded_row(course, item_id)
    numbers = numbers_of(course, item_id) if graded.anonymous else NAMED
    is_out = state_of(item.excused, [*handed, *([draft] if draft else [])], last, cell, what) == "released"
    hidden = numbers.hides(person_id, out=is_out)
    attempts = [_graded(h, item, raws.get(h.attempt), what, reader_id) for h in handed]
    others = _others(course, last, crew, person_id)
    attempt = last.attempt if last else 1
    row = score_row(item_id, person_id, attempt) if attempt in raws else None
    score = score_out(course, item, person_id, attempt, last.handed_in_at if last else None, row)
    return shown.Work(
        person_id=person_id,
        name=numbers.name(person_id, enrolment.person.name, out=is_out),
        section=enrolment.section.name if enrolment.section and not hidden else "",
        attempts=[a.model_copy(update=UNSAID) if hidden else a for a in attempts],
        draft_started_at=draft.started_at if draft else None,
        draft_files=len(draft.files.all()) if draft else 0,
        score=score,
        rubric=rubric_out(graded.rubric) if graded.rubric and not graded.rubric.removed else None,
        due=item.span.due,
        until=proposed_until(course, now()),
        group="" if hidden else group_of(last, crew.name if crew else ""),
        fellows=_fellows(course, item_id, last, others, numbers),
        markings=_markings(item_id, person_id, score, reader_id) if graded.two_graders else [],
    )


def _counted(course: Course, item: LaidItem, person_id: int, cell: CellScores | None) -> Counted | None:
    rules = setup_of(course).item_rules(item.id, person_id)
    return counted(cell, rules, item.possible, item.span.due) if cell else None


def _markings(item_id: int, person_id: int, score: shown.ScoreOut, reader_id: int) -> list[shown.MarkingOut]:
    rows = markings_of(item_id, person_id, score.attempt, reader_id, settled=score.raw is not None)
    return [
        shown.MarkingOut(
            by=row.by.name,
            mine=row.by_id == reader_id,
            raw=str(points(Fraction(row.raw))),
            comment=row.comment,
            measured=measured_out(row.measured),
            at=row.at,
        )
        for row in rows
    ]


UNSAID = {"number": "", "group": "", "handed_in_by": ""}
"""Of an attempt by which its student would be known."""


def _others(course: Course, last: HandIn | None, crew: Crew | None, person_id: int) -> dict[int, str]:
    if last is not None:
        if not group_of(last, ""):
            return {}
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
    course: Course, item: LaidItem, person_id: int, attempt: int, handed_in_at: datetime | None, row: Score | None
) -> shown.ScoreOut:
    """One attempt's score with the late rule as arithmetic; `row`: None where it has none yet."""
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
        measured=measured_out(row.measured if row else part_measured(item.id, person_id, attempt)),
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


def assignment_of(course: Course, item_id: int) -> LaidItem:
    item = layout(course).items.get(item_id)
    if item is None or item.kind != ASSIGNMENT.code:
        raise not_found("assignment")
    return item
