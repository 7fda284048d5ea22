from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, time
from decimal import Decimal
from typing import Any
from zoneinfo import ZoneInfo, available_timezones

from unvo_core.schedule.calendar import Calendar, calendar_of
from unvo_core.schedule.meetings import NO_PATTERN, pattern_problems
from unvo_core.schedule.term import Break, term_problems, weeks
from unvo_core.schedule.term import Term as CoreTerm
from unvo_core.terms.written_dates import Order

from apps.courses.public import Course, Section, Term, TermBreak, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, one_line, refuse_problems, require
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.models import MeetingPattern, Module
from apps.layout.reading.facts import pattern_of

LONGEST_TERM_DAYS = 400


@dataclass(frozen=True)
class PatternWish:
    """Slots, rotation and exceptions as MeetingPattern keeps them."""

    section_id: int | None
    slots: Sequence[dict[str, Any]]
    rotation: dict[str, Any] | None = None
    exceptions: Sequence[dict[str, Any]] = ()


@dataclass(frozen=True)
class ScheduleWish:
    """A course's time in whole: everything is set to what is given."""

    name: str
    first_day: date
    last_day: date
    first_week_number: int
    week_start: int
    zone: str
    default_due_time: time
    credits: Decimal
    breaks: Sequence[Break]
    patterns: Sequence[PatternWish]
    turnaround_days: int | None = None
    answer_days: int | None = None
    date_order: Order | None = None

    @property
    def course_fields(self) -> dict[str, Any]:
        """What stands at the course itself; of what may be left out, only what is to change."""
        names = ("turnaround_days", "answer_days", "date_order")
        wished = {name: getattr(self, name) for name in names if getattr(self, name) is not None}
        return {"zone": self.zone, "default_due_time": self.default_due_time, "credits": self.credits, **wished}


def set_schedule(actor: Actor, course: Course, wish: ScheduleWish) -> AuditRecord:
    """Set term, breaks, classes, zone and default due time as one change with one undo."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    return apply(actor, course, "set_schedule", schedule_edits(course, wish), ("schedule", course.pk))


def drop_dates(actor: Actor, course: Course) -> AuditRecord:
    """Take the term from a course. Modules keep their order and weeks, and items their rules, so that all of it stands
    again once the course gets dates."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    return apply(actor, course, "drop_dates", [Edit("course", course, {"term_id": None})], ("schedule", course.pk))


def schedule_edits(course: Course, wish: ScheduleWish) -> list[Edit]:
    """The edits that give a locked course this schedule; refused when it can't be one."""
    _refuse_bad(wish)
    edits = [Edit("course", course, wish.course_fields)]
    term = _own_term(course, edits)
    fields = {
        "name": one_line(wish.name, "Name", 100),
        "first_day": wish.first_day,
        "last_day": wish.last_day,
        "first_week_number": wish.first_week_number,
        "week_start": wish.week_start,
    }
    edits.append(Edit("term", term, fields))
    edits += _break_edits(term, wish.breaks)
    edits += _first_weeks(course, wish)
    return [*edits, *_pattern_edits(course, wish.patterns)]


def _first_weeks(course: Course, wish: ScheduleWish) -> list[Edit]:
    """Modules without a week stand nowhere once there are dates: in path order each gets one, the last week all that
    are left. So that nothing is published in a hurry, nothing else of them changes."""
    without = list(Module.objects.filter(course=course, removed=False, week=None).order_by("position", "id"))
    numbers = [w.number for w in weeks(_term(wish)) if w.number is not None]
    if not without or not numbers:
        return []
    taken = Module.objects.filter(course=course, removed=False, week__in=numbers).values_list("week", flat=True)
    free = [n for n in numbers if n not in set(taken)] or numbers[-1:]
    return [Edit("module", row, {"week": free[min(n, len(free) - 1)]}) for n, row in enumerate(without)]


def calendar_wished(wish: ScheduleWish) -> Calendar:
    """The calendar that the schedule would make, for the whole course or its first section."""
    _refuse_bad(wish)
    main = next((p for p in wish.patterns if p.section_id is None), next(iter(wish.patterns), None))
    pattern = pattern_of(_columns(main)) if main else NO_PATTERN
    return calendar_of(_term(wish), pattern)


def _refuse_bad(wish: ScheduleWish) -> None:
    if wish.zone not in available_timezones():
        raise Refused("schedule.zone", zone=wish.zone)
    refuse_bad_term(_term(wish))
    for pattern in wish.patterns:
        refuse_bad_pattern(pattern)


def refuse_bad_pattern(pattern: PatternWish) -> None:
    try:
        made = pattern_of(_columns(pattern))
    except (KeyError, ValueError, TypeError):
        raise Refused("meeting.unreadable") from None
    refuse_problems(pattern_problems(made))


def refuse_bad_term(term: CoreTerm) -> None:
    refuse_problems(term_problems(term))
    if (term.last_day - term.first_day).days > LONGEST_TERM_DAYS:
        raise Refused("term.too_long", most=LONGEST_TERM_DAYS)


def _term(wish: ScheduleWish) -> CoreTerm:
    return CoreTerm(
        name=wish.name,
        first_day=wish.first_day,
        last_day=wish.last_day,
        zone=ZoneInfo(wish.zone),
        week_start=wish.week_start,
        first_number=wish.first_week_number,
        breaks=tuple(wish.breaks),
    )


def _own_term(course: Course, edits: list[Edit]) -> Term:
    """The course's term; a copy of its own when it is the institution's or other courses share it."""
    term = course.term
    if term is not None and not term.shared and not Course.objects.filter(term=term).exclude(pk=course.pk).exists():
        return term
    if term is None:
        made = Term.objects.create(name="Term", first_day=date(2000, 1, 1), last_day=date(2000, 1, 1))
    else:
        made = Term.objects.get(pk=term.pk)
        breaks = list(made.breaks.filter(removed=False))
        made.pk, made.shared, made.removed = None, False, False
        made.save()
        TermBreak.objects.bulk_create(
            TermBreak(
                term=made,
                name=b.name,
                first_day=b.first_day,
                last_day=b.last_day,
                takes_week_number=b.takes_week_number,
            )
            for b in breaks
        )
    edits.append(Edit("course", course, {"term_id": made.pk}))
    return made


def _break_edits(term: Term, wanted: Sequence[Break]) -> list[Edit]:
    there = {(b.name, b.first_day, b.last_day, b.takes_week_number): b for b in term.breaks.filter(removed=False)}
    keys = [(b.name, b.first_day, b.last_day, b.takes_week_number) for b in wanted]
    edits = [Edit("term_break", row, {"removed": True}) for key, row in there.items() if key not in keys]
    for name, first, last, numbered in dict.fromkeys(keys):
        if (name, first, last, numbered) not in there:
            row = TermBreak.objects.create(
                term=term,
                name=one_line(name, "Name", 100),
                first_day=first,
                last_day=last,
                takes_week_number=numbered,
            )
            edits.append(Edit("term_break", row, made=True))
    return edits


def _pattern_edits(course: Course, wanted: Sequence[PatternWish]) -> list[Edit]:
    sections = set(Section.objects.filter(course=course).values_list("pk", flat=True))
    there = {p.section_id: p for p in MeetingPattern.objects.filter(course=course)}
    edits = []
    for wish in wanted:
        if wish.section_id is not None and wish.section_id not in sections:
            raise not_found("section")
        row = there.pop(wish.section_id, None) or MeetingPattern.objects.create(
            course=course, section_id=wish.section_id
        )
        columns = {k: v for k, v in _columns(wish).items() if k != "section_id"}
        edits.append(Edit("pattern", row, columns))
    edits += [Edit("pattern", row, {"slots": [], "rotation": None, "exceptions": []}) for row in there.values()]
    return edits


def _columns(wish: PatternWish) -> dict[str, Any]:
    return {
        "section_id": wish.section_id,
        "slots": list(wish.slots),
        "rotation": wish.rotation,
        "exceptions": list(wish.exceptions),
    }
