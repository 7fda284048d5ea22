"""A student's own side of an assignment: draft, attempts, what late costs now, the released score."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from fractions import Fraction
from zoneinfo import ZoneInfo

from unvo_core.grading.attempts import attempts_left
from unvo_core.grading.late import apply_late
from unvo_core.plan.promises import promised
from unvo_core.schedule.spans import is_closed, seconds_late

from apps.assignments.api import schemas as out
from apps.assignments.grading import shown_rubric
from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import Brief, HandIn, HandInPhoto
from apps.assignments.queries import brief_of, crew_at, saved_by_other, used_attempts, work_of_person
from apps.assignments.showing import attempt_out, files_out, notes_out
from apps.courses.public import Course, Crew
from apps.gradebook.public import Released, ShownMark, late_rule, measured_out, points, released_attempts
from apps.kernel.public import dots_per_inch, file_out, not_found
from apps.layout.public import LaidItem
from apps.path.public import Progress

LEGIBLE_DPI = 100
"""Handwriting is hard to read on a page of fewer dots an inch; common practice, no source."""


def my_work(course: Course, item_id: int, person_id: int, known: Progress, now: datetime) -> out.MyWork:
    item = known.laid.student_items[item_id]
    if item.kind != ASSIGNMENT.code:
        raise not_found("assignment")
    brief = brief_of(item_id)
    crew = crew_at(course, brief, person_id)
    own = work_of_person(brief, person_id, crew)
    handed, draft = own.handed, own.draft
    used = used_attempts(item_id, crew.people) if crew else len(handed)
    extra = item.allowed.extra_attempts if item.allowed else 0
    rule = late_rule(course, item_id)
    late = seconds_late(now, item.span.due)
    cost = apply_late(rule, item.possible, item.possible, now, item.span.due).deduction
    out_by = released_attempts(item_id, person_id) if handed else {}
    shown = known.marks.by_item.get(item_id)
    return out.MyWork(
        brief=brief_out(brief, item.takes_hand_ins),
        draft=_draft(draft, person_id) if draft else None,
        attempts=[_attempt(h, item, out_by.get(h.attempt), shown, len(out_by)) for h in handed],
        rubric=shown_rubric(course, item_id),
        attempts_left=attempts_left(brief.attempts, extra, used),
        open=not is_closed(item.span, now),
        late_now_seconds=late,
        late_now_deduction=str(points(cost)) if cost else None,
        score=_score(item, shown),
        being_graded=shown is not None and shown.mark.held,
        back_by=_back_by(course, handed, shown),
        photos_before=len((handed[-1].first or handed[-1]).photos.all()) if handed and draft is None else 0,
        together=_together(brief, crew),
        aside=_draft(own.aside, person_id) if own.aside else None,
    )


def _back_by(course: Course, handed: Sequence[HandIn], shown: ShownMark | None) -> datetime | None:
    last = handed[-1].handed_in_at if handed else None
    if (
        last is None
        or hasattr(handed[-1], "given_back")
        or (shown is not None and (shown.mark.held or shown.points is not None))
    ):
        return None
    return promised(last, course.turnaround_days, ZoneInfo(course.zone))


def _attempt(
    hand_in: HandIn, item: LaidItem, given: Released | None, mark: ShownMark | None, scored: int
) -> out.Attempt:
    """With what was said of it, once its score is out or it is given back; `scored`: how many have a score that is."""
    shown = attempt_out(hand_in, item, hand_in.person_id)
    if given is None:
        return shown.model_copy(update={"notes": notes_out(hand_in)}) if shown.given_back else shown
    return shown.model_copy(
        update={
            "measured": measured_out(given.measured),
            "notes": notes_out(hand_in),
            "remark": given.comment,
            "given": str(points(Fraction(given.raw))),
            "counts": scored > 1 and mark is not None and mark.attempt == hand_in.attempt,
        }
    )


def brief_out(brief: Brief, takes_hand_ins: bool) -> out.Brief:
    return out.Brief(
        takes_hand_ins=takes_hand_ins,
        takes_text=brief.takes_text,
        takes_files=brief.takes_files,
        takes_photos=brief.takes_photos,
        takes_recordings=brief.takes_recordings,
        takes_link=brief.takes_link,
        most_files=brief.most_files,
        most_megabytes=brief.most_megabytes,
        attempts=brief.attempts,
        template=brief.template,
        in_groups=brief.in_groups,
        groups=brief.groups,
    )


def _together(brief: Brief, crew: Crew | None) -> out.Together | None:
    if not brief.in_groups:
        return None
    return out.Together(name=crew.name, people=list(crew.people.values())) if crew else out.Together(name="", people=[])


def _draft(draft: HandIn, reader_id: int) -> out.Draft:
    return out.Draft(
        attempt=draft.attempt,
        edition=draft.edition,
        text=draft.text,
        comment=draft.comment,
        link=draft.link,
        files=files_out(draft),
        photos=[photo_out(photo) for photo in draft.photos.all()],
        saved_at=draft.saved_at,
        saved_by=saved_by_other(draft, reader_id),
    )


def photo_out(photo: HandInPhoto) -> out.Photo:
    turned = photo.turn % 180 == 90
    left, top, right, bottom = photo.cuts
    kept = (photo.width * (100 - left - right) // 100, photo.height * (100 - top - bottom) // 100)
    return out.Photo(
        id=photo.pk,
        name=photo.stored.name,
        address=file_out(photo.stored).address,
        small=file_out(photo.small).address,
        width=photo.width,
        height=photo.height,
        turn=photo.turn,  # type: ignore[arg-type]  # the table takes no other
        cuts=list(photo.cuts),
        legible=dots_per_inch(*(reversed(kept) if turned else kept)) >= LEGIBLE_DPI,
    )


def _score(item: LaidItem, shown: ShownMark | None) -> out.OwnScore | None:
    """The released score with its arithmetic."""
    if shown is None or shown.points is None:
        return None
    return out.OwnScore(
        raw=None if shown.raw is None else str(shown.raw),
        counts=str(shown.points),
        given=str(shown.given),
        deduction=str(shown.deduction),
        late_units=shown.late_units,
        possible=str(points(item.possible)),
        comment=shown.comment,
    )
