"""Work that did not come through Unvo: on paper, or by word of mouth. A teacher records that it came, and when."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import Literal
from zoneinfo import ZoneInfo

from unvo_core.schedule.zones import instant_of

from apps.assignments.actions.drafts import locked
from apps.assignments.actions.hand_in import deliver, fresh_number
from apps.assignments.actions.together import reached
from apps.assignments.actions.whose import Whose, author_of, latest_hand_in, note_handed_in
from apps.assignments.models import HandIn
from apps.assignments.queries import brief_of, crew_at, used_attempts
from apps.courses.public import Course, Crew, lock_course, moment
from apps.gradebook.public import score_row
from apps.kernel.public import Actor, Refused, not_found, now, record
from apps.layout.changes import wall_of
from apps.path.public import Fact, forget

LONGEST_NOTE = 2_000
Way = Literal["paper", "spoken"]


@dataclass(frozen=True, slots=True, kw_only=True)
class RecordWish:
    """`at`: a wall time of the course, empty for now. `note`: what it was, or who took it. `together`: it is the work
    of all of their group."""

    way: Way
    at: str
    note: str
    together: bool = False


def record_hand_in(actor: Actor, course: Course, whose: Whose, wish: RecordWish) -> HandIn:
    """The next attempt, with a receipt by mail to its student. A draft of theirs goes on as the one after it."""
    author = author_of(actor, course, whose)
    course = lock_course(course)
    if len(wish.note) > LONGEST_NOTE:
        raise Refused("text.too_long", field="The note", length=len(wish.note), most=LONGEST_NOTE)
    came, zone = now(), ZoneInfo(course.zone)
    if wish.at:
        came = instant_of(wall_of(wish.at, course), zone)
    if came > now():
        raise Refused("hand_in.not_yet", at=moment(came, zone))
    crew = locked(crew_at(course, brief_of(whose.item_id), whose.person_id))
    crew = _reached(actor, course, crew) if wish.together else None
    people = list(crew.people) if crew else [whose.person_id]
    list(HandIn.objects.filter(item_id=whose.item_id, person_id__in=people).select_for_update().order_by("pk"))
    row = HandIn(
        course=course,
        item_id=whose.item_id,
        person_id=whose.person_id,
        group_id=crew.group_id if crew else None,
        attempt=used_attempts(whose.item_id, people) + 1,
        comment=wish.note.strip(),
        started_at=came,
        saved_at=now(),
        handed_in_at=came,
        number=fresh_number(),
        way=wish.way,
        recorded_by_id=author,
    )
    deliver(actor, course, row, crew, "hand_in.record")
    return row


def _reached(actor: Actor, course: Course, crew: Crew | None) -> Crew | None:
    return crew and replace(crew, people={p: crew.people[p] for p in reached(actor, course, crew.people)})


def forget_recorded(actor: Actor, course: Course, whose: Whose, attempt: int) -> None:
    """It did not come after all; as long as it is the last, and has no score."""
    author_of(actor, course, whose)
    course = lock_course(course)
    row = latest_hand_in(whose, attempt)
    if row.way == HandIn.HERE:
        raise not_found("recorded hand-in")
    if score_row(row.item_id, row.person_id, row.attempt) is not None:
        raise Refused("hand_in.has_score", status=409)
    record(actor, "hand_in.forget", ("hand_in", row.pk), course_id=course.pk, before=row.receipt)
    forget(actor, course, row.item_id, row.person_id, Fact.HANDED_IN)
    row.delete()
    before = HandIn.objects.filter(item_id=whose.item_id, person_id=whose.person_id, handed_in_at__isnull=False)
    last = before.order_by("-attempt").first()
    if last is not None:
        note_handed_in(actor, course, last)
