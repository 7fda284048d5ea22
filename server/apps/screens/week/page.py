"""The week sheet, composed from the layout and one person's progress."""

from __future__ import annotations

from datetime import date

from unvo_core.path.evaluate import is_left, next_item
from unvo_core.schedule.term import Week

from apps.courses.public import Course
from apps.kernel.public import not_found
from apps.layout.public import LaidItem, Layout, class_out, item_ref, ref, start_by
from apps.links.public import AccessLoss, own_losses
from apps.messages.public import AnnouncementOut, announcements_by, of_week, shown
from apps.path.public import Reader, laid_for
from apps.screens.rows import Seen, look, sheet_module
from apps.screens.schemas import Row
from apps.screens.week import schemas as out


def sheet(course: Course, key: str, reader: Reader) -> out.Sheet:
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
        said=_said(course, laid, week, reader) if week else [],
        access=[] if teaching else _access(course, laid, seen, reader),
    )


def _access(course: Course, laid: Layout, seen: Seen, reader: Reader) -> list[AccessLoss]:
    """What runs out before long, for a student of flesh and blood."""
    if reader.made_up is not None or seen.progress is None:
        return []
    return own_losses({course.pk: (course, laid)}, reader.person_id, seen.progress.done_items, reader.now)


def _said(course: Course, laid: Layout, week: Week, reader: Reader) -> list[AnnouncementOut]:
    """The announcements that belong to the week, whole."""
    found = announcements_by(course, laid, reader)
    today = reader.now.astimezone(laid.zone).date()
    here = of_week(found, laid, (week.first_day, week.last_day), reader.now, today)
    return [shown(s, laid, reader.now, teaching=reader.member.teaches) for s in here]


def _next_here(laid: Layout, key: str, seen: Seen) -> int | None:
    """The one next thing to do in this week or module."""
    if seen.progress is None:
        return None
    here = {m.id for m in laid.students if m.key == key}
    return next_item([i for m in laid.path if m.id in here for i in m.items], seen.progress.course.items)


def _is_left(shown: Row, laid: Layout, seen: Seen, reader: Reader) -> bool:
    """What is left for a student to do; teachers see, and print, the whole of the week."""
    if seen.progress is None:
        return True
    return is_left(seen.progress.course.items[shown.id], laid.items[shown.id].span, reader.now)


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
        state=state.state,
        budget=reader.budget[begin.astimezone(laid.zone).weekday()],
    )
