from datetime import date
from typing import Any

from unvo_core.schedule.term import Break
from unvo_core.terms.public_holidays import holiday_problems, holidays_between, known_places

from apps.courses.public import Course, Named, can_lay_out, course_by_slug, lock_course, membership
from apps.kernel.public import actor_of, refuse_problems, require, write
from apps.layout.actions import set_schedule
from apps.layout.actions.merge_sections import merge_section
from apps.layout.actions.move_term import TermMove, apply_move, carried, plan_redate, plan_repace
from apps.layout.actions.remove_group import remove_group
from apps.layout.actions.set_moments import set_moments, shift_items
from apps.layout.api import schedule_schemas as t
from apps.layout.api import schemas as s
from apps.layout.api.router import router
from apps.layout.api.shapes import changed, item_ref, moment_wishes, slots_of
from apps.layout.queries import layout
from apps.layout.reading.refs import ref
from apps.people.public import SignedIn

LONGEST_HOLIDAY_SPAN_DAYS = 800


@router.put("/courses/{slug}/schedule", response=s.Changed)
@write
def edit_schedule(request: SignedIn, slug: str, payload: t.ScheduleIn) -> s.Changed:
    wish = _wish_of(payload)
    return changed(set_schedule.set_schedule(actor_of(request), course_by_slug(slug), wish), slug)


def _wish_of(payload: t.ScheduleIn) -> set_schedule.ScheduleWish:
    plain = {name: getattr(payload, name) for name in t.ScheduleIn.model_fields if name not in ("breaks", "patterns")}
    return set_schedule.ScheduleWish(
        **plain,
        breaks=[Break(b.name, b.first_day, b.last_day, b.takes_week_number) for b in payload.breaks],
        patterns=[_pattern(p) for p in payload.patterns],
    )


def _pattern(given: t.Pattern) -> set_schedule.PatternWish:
    plain: dict[str, Any] = given.model_dump(mode="json")
    exceptions = [e.model_dump(mode="json") | {"slots": slots_of(e.slots)} for e in given.exceptions]
    return set_schedule.PatternWish(given.section_id, slots_of(given.slots), plain["rotation"], exceptions)


@router.post("/courses/{slug}/sections/{section_id}/merge", response=Named)
@write
def merge_sections(request: SignedIn, slug: str, section_id: int, payload: t.MergeIn) -> Named:
    """Everybody of the section into another one; it ends with that."""
    course = course_by_slug(slug)
    into = merge_section(actor_of(request), course, section_id, payload.into)
    return Named(id=into.pk, name=into.name)


@router.get("/holidays", response=t.Holidays)
def read_holidays(
    request: SignedIn, country: str = "", subdivision: str = "", first: date | None = None, last: date | None = None
) -> t.Holidays:
    """The places that holidays are known of, and those of one place between two days."""
    found: tuple[Break, ...] = ()
    if country and first and last and 0 <= (last - first).days <= LONGEST_HOLIDAY_SPAN_DAYS:
        refuse_problems(holiday_problems(country, subdivision))
        found = holidays_between(first, last, country, subdivision)
    return t.Holidays(
        places={k: [t.Subdivision(code=c, name=n) for c, n in v] for k, v in known_places().items()},
        found=[t.Break(name=b.name, first_day=b.first_day, last_day=b.last_day) for b in found],
    )


@router.post("/courses/{slug}/term-move/days", response=t.Carried)
def carry_days(request: SignedIn, slug: str, payload: t.NewTerm) -> t.Carried:
    """What the days that differ (no class, another day type) and the breaks are in another term; nothing is changed."""
    found = carried(actor_of(request), course_by_slug(slug), **payload.model_dump())
    return t.Carried(
        days=[t.CarriedDays(section_id=s, exceptions=[t.DayException(**e) for e in days]) for s, days in found.days],
        breaks=[
            t.Break(name=b.name, first_day=b.first_day, last_day=b.last_day, takes_week_number=b.takes_week_number)
            for b in found.breaks
        ],
    )


@router.post("/courses/{slug}/term-move/preview", response=t.TermMove)
def preview_term_move(request: SignedIn, slug: str, payload: t.TermMoveIn) -> t.TermMove:
    """What re-dating or repacing to this schedule would do; changes nothing."""
    return _term_move(request, course_by_slug(slug), payload)[0]


@router.post("/courses/{slug}/term-move", response=s.Changed)
@write
def move_term(request: SignedIn, slug: str, payload: t.TermMoveIn) -> s.Changed:
    """Re-date by rule, or repace over another length: one change with one undo."""
    actor, course = actor_of(request), course_by_slug(slug)
    require(can_lay_out(membership(actor, course)))
    # Planned under the lock: a date that somebody sets meanwhile waits, and is not overwritten.
    course = lock_course(course)
    _, move = _term_move(request, course, payload)
    return changed(apply_move(actor, course, _wish_of(payload.schedule), move, payload.how), slug)


def _term_move(request: SignedIn, course: Course, payload: t.TermMoveIn) -> tuple[t.TermMove, TermMove]:
    actor, wish = actor_of(request), _wish_of(payload.schedule)
    if payload.how == "redate":
        move = plan_redate(actor, course, wish, payload.landing)
    else:
        move = plan_repace(actor, course, wish)
    laid = layout(course)
    lines = [
        t.MovedMoment(
            item=item_ref(ref(laid, line.item_id)),
            moment=line.moment,
            before=line.before,
            after=line.after,
            notes=list(line.notes),
        )
        for line in move.lines
    ]
    return t.TermMove(zone=wish.zone, lines=lines, modules_moved=len(move.weeks)), move


@router.put("/courses/{slug}/items/{item_id}/moments", response=s.Changed)
@write
def edit_moments(request: SignedIn, slug: str, item_id: int, payload: t.RulesIn) -> s.Changed:
    return changed(set_moments(actor_of(request), course_by_slug(slug), item_id, moment_wishes(payload)), slug)


@router.post("/courses/{slug}/shift", response=s.Changed)
@write
def shift(request: SignedIn, slug: str, payload: t.ShiftIn) -> s.Changed:
    course = course_by_slug(slug)
    return changed(shift_items(actor_of(request), course, payload.item_ids, payload.days, payload.classes), slug)


@router.delete("/courses/{slug}/groups/{group_id}", response=Named)
@write
def delete_group(request: SignedIn, slug: str, group_id: int) -> Named:
    remove_group(actor_of(request), course_by_slug(slug), group_id)
    return Named(id=group_id, name="")
