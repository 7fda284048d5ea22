"""Work that is given back to be done again, with the reason and until when; and that after all it is not."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from zoneinfo import ZoneInfo

from django.utils.translation import gettext as _
from unvo_core.grading.attempts import extra_for_one_more
from unvo_core.schedule.spans import is_closed
from unvo_core.schedule.zones import instant_of

from apps.assignments.actions.whose import Whose, author_of, latest_hand_in, note_handed_in, tell_of_work
from apps.assignments.models import GivenBack, HandIn
from apps.assignments.queries import brief_of
from apps.courses.public import Course, lock_course, moment
from apps.gradebook.public import item_rubric
from apps.kernel.public import Actor, Refused, not_found, now, one_line, record, some_words
from apps.layout.changes import AllowanceWish, end_grant, grant, wall_of
from apps.layout.public import LaidItem, person_layout
from apps.path.public import Fact, forget, note

LONGEST_WHY = 2_000
LONGEST_PART = 200


@dataclass(frozen=True, slots=True, kw_only=True)
class ReturnWish:
    """`attempt`: the one that was looked at. `until`: a wall time of the course by which it comes again. `parts`: the
    names of the criteria that are to be done again; none: all of it."""

    attempt: int
    why: str
    until: str
    parts: Sequence[str] = ()


def give_back(actor: Actor, course: Course, whose: Whose, wish: ReturnWish) -> GivenBack:
    """The attempt counts as handed in no more, and waits for no score; the student has until `until`, in time, and one
    more attempt where they have none left. Points that it has stand until the next attempt has some."""
    author = author_of(actor, course, whose)
    course = lock_course(course)
    row = latest_hand_in(whose, wish.attempt)
    if GivenBack.objects.filter(hand_in=row).exists():
        raise Refused("hand_in.given_back_already", status=409)
    why = some_words(wish.why, "The reason", LONGEST_WHY)
    made = GivenBack.objects.create(
        hand_in=row,
        why=why,
        parts=_parts(course, whose.item_id, wish.parts),
        allowance_id=_allowed(actor, course, row, wish.until),
        by_id=author,
        at=now(),
    )
    told = {"attempt": row.attempt, "receipt": row.number, "handed_in_at": _iso(row)}
    forget(actor, course, row.item_id, row.person_id, Fact.HANDED_IN)
    note(actor, course, row.item_id, row.person_id, Fact.GIVEN_BACK, detail=told)
    after = {"attempt": row.attempt, "why": why, "until": wish.until, "parts": made.parts}
    record(actor, "hand_in.give_back", ("hand_in", row.pk), course_id=course.pk, after=after)
    course.refresh_from_db(fields=["layout_version"])
    _tell(course, row, why)
    return made


def keep_after_all(actor: Actor, course: Course, whose: Whose, attempt: int) -> None:
    """Taken back what `give_back` did, as long as nothing newer is handed in: the attempt counts again, as of when it
    came, and the dates of the course hold again."""
    author_of(actor, course, whose)
    course = lock_course(course)
    row = latest_hand_in(whose, attempt)
    given = GivenBack.objects.select_related("allowance").filter(hand_in=row).first()
    if given is None:
        raise not_found("given back work")
    if given.allowance is not None and not given.allowance.removed:
        end_grant(actor, course, given.allowance)
    before = {"attempt": row.attempt, "why": given.why, "parts": given.parts}
    given.delete()
    forget(actor, course, row.item_id, row.person_id, Fact.GIVEN_BACK)
    note_handed_in(actor, course, row)
    record(actor, "hand_in.keep_after_all", ("hand_in", row.pk), course_id=course.pk, before=before)
    title = _("%(item)s counts as handed in after all") % {"item": _item(course, row).title}
    tell_of_work(course, row, title, _("You need not do it again."))


def _parts(course: Course, item_id: int, names: Sequence[str]) -> list[str]:
    """Of the rubric by which the item is measured now, in its order."""
    if not names:
        return []
    rubric = item_rubric(course, item_id)
    known = [c["name"] for c in rubric.criteria] if rubric else []
    wanted = {one_line(name, "The part", LONGEST_PART) for name in names}
    if not wanted <= set(known):
        raise Refused("rubric.changed_meanwhile", status=409)
    return [name for name in known if name in wanted]


def _allowed(actor: Actor, course: Course, row: HandIn, until: str) -> int | None:
    """The allowance that lets the student do it again by then; None where what holds does already."""
    item, zone = _item(course, row), ZoneInfo(course.zone)
    wall = wall_of(until, course)
    at = instant_of(wall, zone)
    if at <= now():
        raise Refused("hand_in.until_past", at=moment(at, zone))
    had = item.allowed.extra_attempts if item.allowed else 0
    extra = extra_for_one_more(brief_of(row.item_id).attempts, had, row.attempt)
    later = item.span.due is None or at > item.span.due or is_closed(item.span, now())
    if not later and not extra:
        return None
    wish = AllowanceWish(
        person_id=row.person_id,
        item_id=row.item_id,
        walls={"due": wall.isoformat()} if later else {},
        extra_attempts=extra,
        why=_("Given back to be done again"),
    )
    return grant(actor, course, wish)[0].pk


def _tell(course: Course, row: HandIn, why: str) -> None:
    item = _item(course, row)
    by = moment(item.span.due, ZoneInfo(course.zone)) if item.span.due else ""
    title = _("Given back, to do again by %(at)s: %(item)s") % {"item": item.title, "at": by}
    tell_of_work(course, row, title, why)


def _item(course: Course, row: HandIn) -> LaidItem:
    return person_layout(course, row.person_id).items[row.item_id]


def _iso(row: HandIn) -> str:
    return row.handed_in_at.isoformat() if row.handed_in_at else ""
