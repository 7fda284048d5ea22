from datetime import date
from typing import Any

from django.http import HttpResponse
from unvo_core.schedule.public_holidays import holiday_problems, holidays_between, known_places
from unvo_core.schedule.term import Break

from apps.courses import allowing, schedule_page, term_map, today
from apps.courses.access import ref
from apps.courses.actions import allow, set_schedule
from apps.courses.actions.move_term import TermMove, apply_move, carried_days, plan_redate, plan_repace
from apps.courses.actions.open_course import open_course
from apps.courses.actions.set_moments import set_moments, shift_items
from apps.courses.api import schemas as s
from apps.courses.api import time_schemas as t
from apps.courses.api.layout import changed
from apps.courses.api.reading import enter
from apps.courses.api.router import router
from apps.courses.policies import can_lay_out, can_teach
from apps.courses.queries import course_by_slug, layout
from apps.courses.sheets import item_ref
from apps.kernel.public import actor_of, answer, now, refuse_problems, require, write
from apps.people.public import SignedIn, note_today_seen, set_budget

LONGEST_HOLIDAY_SPAN_DAYS = 800
ABSENT: dict[str, dict[str, Any]] = {"moment": {"days": 0, "classes": 0}, "class": {"edge": "start", "minutes": 0}}
"""What a rule means where it does not say."""


@router.get("/today", response=t.Today)
def read_today(request: SignedIn) -> HttpResponse:
    return answer(today.today(request.user, now()))


@router.post("/today/seen", response=t.Budget)
@write
def seen_today(request: SignedIn) -> t.Budget:
    note_today_seen(actor_of(request))
    return t.Budget(minutes=request.user.budget_minutes, at=now())


@router.put("/today/budget", response=t.Budget)
@write
def edit_budget(request: SignedIn, payload: t.BudgetIn) -> t.Budget:
    person = set_budget(actor_of(request), payload.minutes)
    return t.Budget(minutes=person.budget_minutes, at=now())


@router.get("/courses/{slug}/term", response=t.TermMap)
def read_term(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(term_map.term_map(course, reader))


@router.get("/courses/{slug}/schedule", response=t.Schedule)
def read_schedule(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(schedule_page.schedule(course, reader))


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
    for slot in [*plain["slots"], *(x for e in plain["exceptions"] for x in e["slots"])]:
        slot["start"], slot["end"] = slot["start"][:5], slot["end"][:5]
    return set_schedule.PatternWish(given.section_id, plain["slots"], plain["rotation"], plain["exceptions"])


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
        places={k: list(v) for k, v in known_places().items()},
        found=[t.Break(name=b.name, first_day=b.first_day, last_day=b.last_day) for b in found],
    )


@router.post("/courses/{slug}/term-move/days", response=list[t.CarriedDays])
def carry_days(request: SignedIn, slug: str, payload: t.NewTerm) -> list[t.CarriedDays]:
    """What the days that differ (no class, another day type) are in another term; nothing is changed."""
    found = carried_days(actor_of(request), course_by_slug(slug), **payload.model_dump())
    return [t.CarriedDays(section_id=s, exceptions=[t.DayException(**e) for e in days]) for s, days in found]


@router.post("/courses/{slug}/term-move/preview", response=t.TermMove)
def preview_term_move(request: SignedIn, slug: str, payload: t.TermMoveIn) -> t.TermMove:
    """What re-dating or repacing to this schedule would do; changes nothing."""
    return _term_move(request, slug, payload)[0]


@router.post("/courses/{slug}/term-move", response=s.Changed)
@write
def move_term(request: SignedIn, slug: str, payload: t.TermMoveIn) -> s.Changed:
    """Re-date by rule, or repace over another length: one change with one undo."""
    _, move = _term_move(request, slug, payload)
    wish = _wish_of(payload.schedule)
    return changed(apply_move(actor_of(request), course_by_slug(slug), wish, move, payload.how), slug)


def _term_move(request: SignedIn, slug: str, payload: t.TermMoveIn) -> tuple[t.TermMove, TermMove]:
    course, actor, wish = course_by_slug(slug), actor_of(request), _wish_of(payload.schedule)
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


@router.put("/courses/{slug}/opened", response=t.Schedule)
@write
def edit_opened(request: SignedIn, slug: str, payload: s.TickIn) -> t.Schedule:
    open_course(actor_of(request), course_by_slug(slug), payload.done)
    course, reader = enter(request, slug)
    return schedule_page.schedule(course, reader)


@router.put("/courses/{slug}/items/{item_id}/moments", response=s.Changed)
@write
def edit_moments(request: SignedIn, slug: str, item_id: int, payload: t.RulesIn) -> s.Changed:
    wishes = {name: _wish(getattr(payload, name)) for name in t.RulesIn.model_fields}
    return changed(set_moments(actor_of(request), course_by_slug(slug), item_id, wishes), slug)


def _wish(given: str | t.RuleIn | None) -> str | dict[str, Any] | None:
    if not isinstance(given, t.RuleIn):
        return given
    absent = ABSENT.get(given.on, {})
    return absent | given.model_dump(exclude_none=True)


@router.post("/courses/{slug}/shift", response=s.Changed)
@write
def shift(request: SignedIn, slug: str, payload: t.ShiftIn) -> s.Changed:
    course = course_by_slug(slug)
    return changed(shift_items(actor_of(request), course, payload.item_ids, payload.days, payload.classes), slug)


@router.get("/courses/{slug}/allowances", response=t.Allowances)
def read_allowances(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_lay_out(reader.member))
    return answer(allowing.allowances(course))


@router.post("/courses/{slug}/allowances", response=s.Changed)
@write
def give_allowance(request: SignedIn, slug: str, payload: t.AllowanceIn) -> s.Changed:
    wish = allow.AllowanceWish(**payload.model_dump())
    return changed(allow.allow(actor_of(request), course_by_slug(slug), wish), slug)


@router.delete("/courses/{slug}/allowances/{allowance_id}", response=s.Changed)
@write
def end_allowance(request: SignedIn, slug: str, allowance_id: int) -> s.Changed:
    return changed(allow.take_back(actor_of(request), course_by_slug(slug), allowance_id), slug)
