"""An announcement made of what the course knows of a week: what is due, what to start now, what is new."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from datetime import date, datetime

from django.utils.html import escape
from django.utils.translation import gettext as _
from unvo_core.schedule.term import Week

from apps.courses.public import Course, day_of, moment
from apps.kernel.public import not_found
from apps.layout.public import LaidItem, Layout, layout, start_by
from apps.screens.week import schemas as out


def draft_of_week(course: Course, key: str, budget: Sequence[int]) -> out.WeekDraft:
    """As the course is laid for all; its students' own dates may be later. `budget`: minutes a weekday, by which starts
    are proposed."""
    laid = layout(course)
    week = laid.step(key)
    if week is None:
        raise not_found("week")
    items = [i for m in laid.students for i in m.items if not i.is_heading]
    starts = {i.id: at for i in items if (at := start_by(i, budget, laid)[0]) is not None}
    begun = _to_start(items, laid, week, starts)
    parts = [
        (_("Due"), [_due(course, laid, i) for i in _by_due(items, laid, week.first_day, week.last_day)]),
        (_("Start now"), [_due(course, laid, i, starts[i.id]) for i in begun]),
        (_("New"), [_link(course, i) for i in _opening(items, laid, week) if i not in begun]),
    ]
    topics = "; ".join(m.title for m in laid.students if m.key == key)
    number = week.number if week.number is not None else ""
    title = _("Week %(n)s: %(topics)s") % {"n": number, "topics": topics} if topics else _("This week")
    html = "".join(f"<h3>{escape(name)}</h3><ul>{''.join(lines)}</ul>" for name, lines in parts if lines)
    return out.WeekDraft(title=title[:200], html=html or f"<p>{escape(_('Nothing is due this week.'))}</p>")


def _by_due(items: Iterable[LaidItem], laid: Layout, first: date, last: date) -> list[LaidItem]:
    due = [i for i in items if i.required and i.span.due and first <= laid.calendar.day_of(i.span.due) <= last]
    return sorted(due, key=lambda i: i.span.due or laid.instants[0])


def _to_start(items: Iterable[LaidItem], laid: Layout, week: Week, starts: Mapping[int, datetime]) -> list[LaidItem]:
    """Required work that is due after the week and to be started within it."""
    return [
        i
        for i in items
        if i.required
        and i.span.due
        and laid.calendar.day_of(i.span.due) > week.last_day
        and i.id in starts
        and week.first_day <= laid.calendar.day_of(starts[i.id]) <= week.last_day
    ]


def _opening(items: Iterable[LaidItem], laid: Layout, week: Week) -> list[LaidItem]:
    """What opens in the week and is due in a later one."""
    return [
        i
        for i in items
        if i.span.opens
        and week.first_day <= laid.calendar.day_of(i.span.opens) <= week.last_day
        and (i.span.due is None or laid.calendar.day_of(i.span.due) > week.last_day)
    ]


def _link(course: Course, item: LaidItem, more: str = "") -> str:
    return f'<li><p><a href="/c/{course.slug}/item/{item.id}">{escape(item.title)}</a>{escape(more)}</p></li>'


def _due(course: Course, laid: Layout, item: LaidItem, start: datetime | None = None) -> str:
    if item.span.due is None:
        return _link(course, item)
    said = moment(item.span.due, laid.zone)
    if start is None:
        return _link(course, item, _(", due %(due)s") % {"due": said})
    words = {"due": said, "start": day_of(start, laid.zone)}
    return _link(course, item, _(", due %(due)s, start by %(start)s") % words)
