"""One cell with everything behind it: attempts, what being late took, the class, who changed it when."""

from __future__ import annotations

from datetime import datetime
from fractions import Fraction

from unvo_core.grading.late import apply_late
from unvo_core.grading.scale import rounded
from unvo_core.grading.stats import class_stats, histogram, tenth

from apps.courses.public import Course, Membership, can_see_student, students
from apps.gradebook.public import (
    AttemptScore,
    CellChange,
    ItemRules,
    cell_changes,
    cells_of_item,
    cells_of_people,
    counted,
    graded_row,
    points,
    setup_of,
)
from apps.kernel.public import not_found, require
from apps.layout.public import LaidItem, layout, layout_for
from apps.links.public import score_source
from apps.path.public import details_of_people, doings
from apps.screens.gradebook import schemas as out
from apps.screens.gradebook.cells import EMPTY, NOT_YET, all_out, state_of


def panel(course: Course, member: Membership, item_id: int, person_id: int, now: datetime) -> out.CellPanel:
    enrolment = students(course).select_related("person", "section").filter(person_id=person_id).first()
    require(can_see_student(member, enrolment.section_id if enrolment else None))
    item = layout_for(layout(course), person_id).items.get(item_id)
    if enrolment is None or item is None or not item.counts:
        raise not_found("cell")
    cell = cells_of_people(course, [person_id], [item_id]).get(person_id, {}).get(item_id, EMPTY)
    done = doings(course, [person_id]).get(person_id, {}).get(item_id, NOT_YET)
    rules = setup_of(course).item_rules(item_id, person_id)
    what = counted(all_out(cell), rules, item.possible, item.span.due) if cell.attempts else None
    counts = what.result.counts if what else None
    details = details_of_people(course, [person_id], [item_id]).get(person_id, {})
    rule = rules.late_rule
    return out.CellPanel(
        item=item_id,
        person=person_id,
        title=item.title,
        kind=item.kind,
        name=enrolment.person.sort_name,
        section=enrolment.section.name if enrolment.section else "",
        possible=str(points(item.possible)),
        state=state_of(item, cell, done, now),
        counts=None if counts is None else str(points(counts)),
        percent=None if counts is None or not item.possible else str(rounded(counts / item.possible * 100, 0)),
        due=item.span.due,
        receipt=str(details.get((item_id, "handed_in"), {}).get("receipt", "")),
        late_units=what.result.units if what else 0,
        late_per=rule.per if rule else "",
        late_percent=str(points(rule.percent)) if rule else None,
        attempts=[_attempt(a, item, rules) for a in cell.attempts],
        of_class=_class(course, item, counts),
        source=score_source(course, item_id, person_id),
        history=[_change(change) for change in cell_changes(item_id, person_id)],
    )


def _attempt(attempt: AttemptScore, item: LaidItem, rules: ItemRules) -> out.CellAttempt:
    recorded = rules.recorded(attempt.raw, item.possible)
    result = apply_late(rules.late_rule, recorded, item.possible, attempt.handed_in_at, item.span.due)
    return out.CellAttempt(
        number=attempt.attempt,
        handed_in_at=attempt.handed_in_at,
        raw=str(points(attempt.raw)),
        recorded=str(points(recorded)) if rules.table else None,
        table=rules.table.name if rules.table else "",
        deduction=str(points(result.deduction)) if result.deduction else None,
        counts=str(points(result.counts)),
        released=attempt.released,
        comment=attempt.comment,
    )


def _class(course: Course, item: LaidItem, own: Fraction | None) -> out.ClassOfItem:
    """What was given to the class, held or not: its teachers look at it."""
    laid, graded = layout(course), graded_row(course, item.id)
    known = setup_of(course)
    figures = [
        what.result.counts
        for person, cell in cells_of_item(graded).items()
        if not cell.excused and cell.attempts
        and (what := counted(all_out(cell), known.item_rules(item.id, person), item.possible,
                         layout_for(laid, person).items[item.id].span.due))
    ]  # fmt: skip
    stats = class_stats(figures)
    return out.ClassOfItem(
        n=len(figures),
        mean=str(rounded(stats.mean, 1)) if stats else None,
        median=str(rounded(stats.median, 1)) if stats else None,
        bins=list(histogram(figures, item.possible)),
        own=None if own is None else tenth(own, item.possible),
    )


def _change(change: CellChange) -> out.CellChange:
    return out.CellChange(
        at=change.at,
        who=change.who,
        what=change.what,
        attempt=change.attempt,
        before=None if change.before is None else str(points(Fraction(change.before))),
        after=None if change.after is None else str(points(Fraction(change.after))),
        why=change.why,
    )
