"""Ribbon and week sheet, composed from the layout and one person's progress."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, datetime
from fractions import Fraction

from unvo_core.path.evaluate import CourseState, is_left, next_item
from unvo_core.schedule.load import Load, load_of
from unvo_core.schedule.meetings import ALL_TYPES, Meeting
from unvo_core.schedule.term import current_week

from apps.courses import queries
from apps.courses.access import Ref, ref
from apps.courses.api import schemas as out
from apps.courses.class_progress import NOBODY, ClassShare, class_shares
from apps.courses.marks import marks
from apps.courses.memberships import Membership
from apps.courses.models import Course, Fact
from apps.courses.structure import LaidItem, LaidModule, Layout
from apps.courses.walking import MadeUp, laid_for_made_up, progress_of_made_up
from apps.courses.work import waiting_work
from apps.kernel.public import not_found


@dataclass(frozen=True)
class Reader:
    """Whoever looks at a course: their place in it, their daily minutes, the instant.

    `made_up`: the student as whom a teacher walks through it; `member` is that student's place then.
    """

    person_id: int
    member: Membership
    budget: Sequence[int]
    now: datetime
    made_up: MadeUp | None = None


@dataclass(frozen=True)
class Seen:
    """What rows are drawn from: a student's progress, or counts of the class for a teacher."""

    progress: queries.Progress | None
    counts: dict[tuple[int, str], int]
    held: dict[int, int]
    shares: dict[int, ClassShare]
    waiting: dict[int, int]


NOTHING_SEEN = Seen(None, {}, {}, {}, {})


def laid_for(course: Course, reader: Reader) -> Layout:
    """The course as this reader finds it laid: students with their section's classes and allowances."""
    if reader.member.teaches:
        return queries.layout(course)
    if reader.made_up:
        return laid_for_made_up(course, reader.made_up)
    return queries.person_layout(course, reader.person_id)


def own_progress(course: Course, laid: Layout, reader: Reader) -> queries.Progress:
    """The reader's own, or that of the student whom they walk through the course as."""
    if reader.made_up:
        return progress_of_made_up(laid, reader.made_up, reader.now)
    return queries.progress(course, laid, reader.person_id, reader.now)


def ribbon(course: Course, reader: Reader) -> out.Ribbon:
    laid = laid_for(course, reader)
    teaching = reader.member.teaches
    states = None if teaching else own_progress(course, laid, reader).course
    shares = _class_shares(course, laid, reader) if states is None else _own_shares(states)
    cells = _week_cells(course, laid, teaching, shares) if laid.term else _module_cells(laid, teaching, shares)
    current = _current_key(laid, reader.now, cells)
    for cell in cells:
        cell.current = cell.key == current
    return out.Ribbon(
        slug=course.slug,
        code=course.code,
        title=course.title,
        role=reader.member.role,
        section=reader.member.section_name,
        zone=course.zone,
        dated=laid.term is not None,
        term=laid.term.name if laid.term else "",
        now=reader.now,
        next_class=_next_class(laid, reader.now),
        opened=course.opened_at is not None,
        walking=reader.made_up is not None,
        certificate=course.gives_certificate and states is not None and states.complete,
        current=current,
        cells=cells,
    )


def class_out(meeting: Meeting) -> out.ClassMeeting:
    return out.ClassMeeting(
        number=meeting.number,
        day=meeting.day,
        start=meeting.start,
        end=meeting.end,
        place=meeting.place,
        day_type="" if meeting.day_type == ALL_TYPES else meeting.day_type,
        moved_by_clock=meeting.moved_by_clock,
    )


def _next_class(laid: Layout, now: datetime) -> out.ClassMeeting | None:
    meeting = laid.calendar.next_meeting(now)
    return class_out(meeting) if meeting else None


def _own_shares(states: CourseState) -> dict[int, tuple[int, int]]:
    return {m: (s.required_done, s.required) for m, s in states.modules.items()}


def _class_shares(course: Course, laid: Layout, reader: Reader) -> dict[int, tuple[int, int]]:
    required = [i for m in laid.all for i in m.items if i.required]
    sections = reader.member.section_ids
    excused = marks().of_class(course, [i.id for i in required], sections).excused
    shares = class_shares(course, laid, required, sections, excused)
    return {m.id: _class_share(m, shares) for m in laid.all}


def _class_share(module: LaidModule, shares: dict[int, ClassShare]) -> tuple[int, int]:
    """Done, and asked for, over the module's required items and the students who have them on their path."""
    asked = [shares[i.id] for i in module.items if i.required and i.id in shares]
    return sum(s.done for s in asked), sum(s.students for s in asked)


def _share(modules: Iterable[LaidModule], shares: dict[int, tuple[int, int]]) -> float | None:
    pairs = [shares[m.id] for m in modules if m.id in shares]
    whole = sum(w for _, w in pairs)
    return round(sum(d for d, _ in pairs) / whole, 4) if whole else None


def _cell(key: str, modules: list[LaidModule], shares: dict[int, tuple[int, int]]) -> out.Cell:
    return out.Cell(
        key=key,
        number=None,
        first_day=None,
        last_day=None,
        break_name=None,
        topic=" · ".join(m.title for m in modules),
        done=_share(modules, shares),
        minutes=sum(i.effort_minutes for m in modules for i in m.items if i.required),
        days=[],
        over=False,
        current=False,
    )


def _week_cells(course: Course, laid: Layout, teaching: bool, shares: dict[int, tuple[int, int]]) -> list[out.Cell]:
    credits, by_day = Fraction(str(course.credits)), laid.load_by_day(teaching)
    cells = []
    for week in laid.weeks:
        here = [m for m in laid.modules(teaching) if week.number is not None and m.week == week.number]
        cell = _cell(week.key, here, shares)
        cell.number, cell.first_day, cell.last_day = week.number, week.first_day, week.last_day
        cell.break_name = week.break_name
        cell.minutes += laid.class_minutes(week)
        cell.days = [by_day.get(day, 0) for day in week.days]
        cell.over = load_of(cell.minutes, credits, len(laid.calendar.week_by_number)) is Load.OVER
        cells.append(cell)
    return cells


def _module_cells(laid: Layout, teaching: bool, shares: dict[int, tuple[int, int]]) -> list[out.Cell]:
    cells = [_cell(m.key, [m], shares) for m in laid.modules(teaching)]
    for cell in cells:
        cell.number = int(cell.key)
    return cells


def _current_key(laid: Layout, now: datetime, cells: list[out.Cell]) -> str:
    if laid.term is None:
        unfinished = (c.key for c in cells if (c.done or 0) < 1)
        return next(unfinished, cells[-1].key if cells else "")
    week = current_week(laid.weeks, now.astimezone(laid.zone).date())
    return week.key if week else ""


def sheet(course: Course, key: str, reader: Reader, undo: int | None = None) -> out.Sheet:
    laid = laid_for(course, reader)
    teaching = reader.member.teaches
    week = laid.step(key)
    modules = [m for m in laid.modules(teaching) if m.key == key]
    if week is None and (laid.term is not None or not modules):
        raise not_found("week" if laid.term else "module")
    seen = look(course, laid, reader, [i.id for m in modules for i in m.items])
    drawn = [sheet_module(m, laid, seen, reader) for m in modules]
    left = [r for m in drawn for r in m.rows if _is_left(r, laid, seen, reader)]
    return out.Sheet(
        key=key,
        dated=laid.term is not None,
        first_day=week.first_day if week else None,
        last_day=week.last_day if week else None,
        break_name=week.break_name if week else None,
        classes=[class_out(c) for c in laid.calendar.meetings if week and week.first_day <= c.day <= week.last_day],
        days=list(week.days) if week else [],
        zone=course.zone,
        now=reader.now,
        teaching=teaching,
        can_lay_out=reader.member.instructs,
        modules=drawn,
        done=sum(m.required_done for m in drawn),
        required=sum(m.required for m in drawn),
        minutes_left=sum(r.minutes for r in left if r.required),
        points_at_stake=sum(r.points for r in left if r.points and not r.practice),
        next_item_id=_next_here(laid, key, seen),
        later=_later(laid, key, week.last_day, seen, reader) if week and not teaching else [],
        undo=undo,
    )


def _next_here(laid: Layout, key: str, seen: Seen) -> int | None:
    """The one next thing to do in this week or module."""
    if seen.progress is None:
        return None
    here = {m.id for m in laid.students if m.key == key}
    return next_item([i for m in laid.path if m.id in here for i in m.items], seen.progress.course.items)


def _is_left(shown: out.Row, laid: Layout, seen: Seen, reader: Reader) -> bool:
    """What is left for a student to do; teachers see, and print, the whole of the week."""
    if seen.progress is None:
        return True
    return is_left(seen.progress.course.items[shown.id], laid.items[shown.id].span, reader.now)


def seen_by(progress: queries.Progress) -> Seen:
    """By a student: their own progress, and nothing of the class."""
    return Seen(progress, {}, {}, {}, {})


def look(course: Course, laid: Layout, reader: Reader, item_ids: list[int]) -> Seen:
    """One student's progress, or for teachers the counts of the class over these items."""
    if not reader.member.teaches:
        return seen_by(own_progress(course, laid, reader))
    sections = reader.member.section_ids
    marked = marks().of_class(course, item_ids, sections)
    return Seen(
        None,
        queries.fact_counts(course, item_ids, sections),
        marked.held,
        class_shares(course, laid, [laid.items[i] for i in item_ids], sections, marked.excused),
        waiting_work(course, item_ids, sections),
    )


def sheet_module(module: LaidModule, laid: Layout, seen: Seen, reader: Reader) -> out.SheetModule:
    state = seen.progress.course.modules.get(module.id) if seen.progress else None
    done, required = _class_share(module, seen.shares)
    teaching = reader.member.teaches
    return out.SheetModule(
        id=module.id,
        title=module.title,
        published=module.published,
        in_order=module.in_order,
        objectives=list(module.objectives),
        parts=[out.Part(id=p.id, title=p.title, conditions=p.conditions if teaching else {}) for p in module.parts],
        rows=[row(i, laid, seen, reader) for i in module.items],
        required=state.required if state else required,
        required_done=state.required_done if state else done,
        held_open_by=[item_ref(ref(laid, i)) for i in state.held_open_by] if state else [],
        conditions=module.conditions if teaching else {},
    )


def item_ref(found: Ref) -> out.ItemRef:
    return out.ItemRef(id=found.id, number=found.number, title=found.title, step=found.step)


def start_by(item: LaidItem, budget: Sequence[int], laid: Layout) -> tuple[datetime | None, bool]:
    """The start-by as entered; else proposed from effort and daily minutes."""
    if item.span.start_by is not None:
        return item.span.start_by, False
    proposed = laid.proposed_starts(budget).get(item.id)
    return proposed, proposed is not None


def row(item: LaidItem, laid: Layout, seen: Seen, reader: Reader) -> out.Row:
    begin, proposed = start_by(item, reader.budget, laid)
    state = seen.progress.course.items.get(item.id) if seen.progress else None
    facts = seen.progress.facts.facts.get(item.id) if seen.progress else None
    shown = seen.progress.marks.by_item.get(item.id) if seen.progress else None
    details = seen.progress.details if seen.progress else {}
    return out.Row(
        id=item.id,
        number=item.number,
        part_id=item.part_id,
        kind=item.kind,
        title=item.title,
        minutes=item.effort_minutes,
        points=item.points,
        required=item.required,
        practice=item.practice,
        published=item.published,
        opens=item.span.opens,
        start_by=begin,
        start_by_proposed=proposed,
        due=item.span.due,
        closes=item.span.closes,
        state=state.state.value if state else "",
        open=state.open if state else True,
        done=state.done if state else False,
        done_at=state.done_at if state else None,
        opens_at=state.opens_at if state else None,
        waits_for=[item_ref(ref(laid, i)) for i in state.waits_for] if state else [],
        wait_percents={i: float(p) for i, p in state.scores} if state else {},
        by_hand=state.by_hand if state else False,
        or_at=state.or_at if state else None,
        late_seconds=state.late_seconds if state else 0,
        overdue=state.overdue if state else False,
        handed_in_at=facts.handed_in_at if facts else None,
        receipt=details.get((item.id, Fact.HANDED_IN), {}).get("receipt", ""),
        started=details.get((item.id, Fact.STARTED), {}),
        score=None if shown is None or shown.points is None else str(shown.points),
        deduction=None if shown is None or not shown.deduction else str(shown.deduction),
        of_class=None if seen.progress else _of_class(item, seen),
        place=item.place,
        hint=item.hint,
        length_seconds=item.length_seconds,
        pages=item.pages,
        rules=item.moments if reader.member.teaches else {},
        allowed=_allowed(item, laid),
    )


def _allowed(item: LaidItem, laid: Layout) -> out.Allowed | None:
    made = item.allowed
    if made is None or not (made.made_by or made.terms_by):
        return None
    by = {*made.made_by.values(), *made.terms_by.values()}
    return out.Allowed(
        moments=list(made.made_by),
        why=[a.why for a in laid.allowances if a.allowance.id in by and a.why],
        extra_attempts=made.extra_attempts,
        time_factor=str(float(made.time_factor)),
        excused=made.excused,
    )


def _of_class(item: LaidItem, seen: Seen) -> out.ClassProgress:
    share = seen.shares.get(item.id, NOBODY)
    return out.ClassProgress(
        students=share.students,
        done=share.done,
        started=seen.counts.get((item.id, Fact.STARTED), 0),
        waiting=seen.waiting.get(item.id, 0),
        held=seen.held.get(item.id, 0),
    )


def _later(laid: Layout, key: str, last_day: date, seen: Seen, reader: Reader) -> list[out.Later]:
    """Work of later weeks that must be started in this one."""
    found = []
    passed = False
    for module in laid.students:
        if module.key == key:
            passed = True
        elif passed:
            found += [late for i in module.items if (late := _starts_by(i, laid, last_day, seen, reader))]
    return sorted(found, key=lambda found_item: found_item.start_by)


def _starts_by(item: LaidItem, laid: Layout, last_day: date, seen: Seen, reader: Reader) -> out.Later | None:
    state = seen.progress.course.items.get(item.id) if seen.progress else None
    begin, _ = start_by(item, reader.budget, laid)
    if state is None or state.done or not state.open or begin is None or begin.astimezone(laid.zone).date() > last_day:
        return None
    return out.Later(
        item=item_ref(ref(laid, item.id)),
        kind=item.kind,
        minutes=item.effort_minutes,
        due=item.span.due,
        start_by=begin,
        state=state.state.value,
        budget=reader.budget[begin.astimezone(laid.zone).weekday()],
    )
