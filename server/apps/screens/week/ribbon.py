"""The ribbon: every week of the course, how far it is done and how full."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from datetime import datetime
from fractions import Fraction

from unvo_core.path.evaluate import CourseState
from unvo_core.schedule.load import Load, load_of
from unvo_core.schedule.term import current_week, week_of

from apps.courses.public import Course
from apps.gradebook.public import excused_of_class
from apps.layout.public import ClassMeeting, LaidModule, Layout, class_out
from apps.messages.public import AnnouncementOut, Said, announcements_by, shown
from apps.path.public import Reader, class_shares, laid_for, own_progress
from apps.screens.rows import class_share
from apps.screens.week import schemas as out


def ribbon(course: Course, reader: Reader) -> out.Ribbon:
    laid = laid_for(course, reader)
    teaching = reader.member.teaches
    states = None if teaching else own_progress(course, laid, reader).course
    shares = _class_shares(course, laid, reader) if states is None else _own_shares(states)
    cells = _week_cells(course, laid, teaching, shares) if laid.term else _module_cells(laid, teaching, shares)
    announced = announcements_by(course, laid, reader)
    _mark_said(cells, announced, laid, reader)
    current = _current_key(laid, reader.now, cells)
    for cell in cells:
        cell.current = cell.key == current and not _outside_term(laid, reader.now)
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
        archived=course.archived_at is not None,
        walking=reader.made_up is not None,
        certificate=course.gives_certificate and states is not None and states.complete,
        rare=_rare(announced, laid, reader),
        current=current,
        cells=cells,
    )


def _rare(announced: Sequence[Said], laid: Layout, reader: Reader) -> list[AnnouncementOut]:
    """What stands over every screen of the course until this student has read it."""
    if reader.member.teaches or reader.made_up is not None:
        return []
    return [shown(s, laid, reader.now) for s in announced if s.row.rare and not s.read]


def _mark_said(cells: Iterable[out.Cell], announced: Sequence[Said], laid: Layout, reader: Reader) -> None:
    """On each week what was said in it; for students what of it they have not read."""
    counts: Counter[str] = Counter()
    unread: Counter[str] = Counter()
    for one in announced:
        week = week_of(laid.weeks, laid.calendar.day_of(one.at)) if one.at is not None and one.out(reader.now) else None
        if week is not None:
            counts[week.key] += 1
            unread[week.key] += not one.read
    for cell in cells:
        cell.said = counts[cell.key]
        cell.unread = 0 if reader.member.teaches or reader.made_up else unread[cell.key]


def _next_class(laid: Layout, now: datetime) -> ClassMeeting | None:
    meeting = laid.calendar.next_meeting(now)
    return class_out(meeting) if meeting else None


def _own_shares(states: CourseState) -> dict[int, tuple[int, int]]:
    return {m: (s.required_done, s.required) for m, s in states.modules.items()}


def _class_shares(course: Course, laid: Layout, reader: Reader) -> dict[int, tuple[int, int]]:
    required = [i for m in laid.all for i in m.items if i.required]
    sections = reader.member.section_ids
    excused = excused_of_class(course, [i.id for i in required], sections)
    shares = class_shares(course, laid, required, sections, excused)
    return {m.id: class_share(m, shares) for m in laid.all}


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


def _outside_term(laid: Layout, now: datetime) -> bool:
    """Before the term or after it no week is the present one, though one is shown first."""
    return laid.term is not None and week_of(laid.weeks, now.astimezone(laid.zone).date()) is None


def _current_key(laid: Layout, now: datetime, cells: list[out.Cell]) -> str:
    if laid.term is None:
        # A module that asks for nothing holds nobody; where none asks for anything, the course begins at its first.
        asking = [c for c in cells if c.done is not None]
        unfinished = (c.key for c in asking if c.done != 1)
        return next(unfinished, "") or next((c.key for c in (cells[-1:] if asking else cells[:1])), "")
    week = current_week(laid.weeks, now.astimezone(laid.zone).date())
    return week.key if week else ""
