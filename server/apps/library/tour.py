"""The course explained by itself: how its weeks run, where things are, what counts, whom to ask, what to do first.

Every line is made from the layout, the dates, the weights and the people; nothing of it is typed by hand.
"""

from __future__ import annotations

from django.utils.dates import WEEKDAYS_ABBR
from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from unvo_core.plan.usual import usual_names, usual_slots

from apps.courses.public import Course, moment, written_day
from apps.gradebook.public import late_lines, setup_of, table_lines, weight_lines
from apps.layout.public import LaidItem, Layout
from apps.library.api import schemas as out
from apps.library.generated import class_lines, teachers
from apps.library.models import Entry, TourSeen
from apps.path.public import Reader, laid_for, own_progress

HEAVIEST = 4
FIRST_STEPS = 3


def tour(course: Course, reader: Reader) -> out.Tour:
    laid = laid_for(course, reader)
    weeks = _("How a week runs") if laid.term else _("How a module runs")
    parts = [
        out.TourPart(key="weeks", title=weeks, lines=_week_lines(course, laid), links=[]),
        out.TourPart(key="places", title=_("Where things are"), lines=[], links=_places(laid, reader)),
        out.TourPart(key="counts", title=_("What counts"), lines=_counting(course), links=_heaviest(laid)),
        out.TourPart(key="dates", title=_("Dates to know"), lines=_dates(laid), links=[]),
        out.TourPart(key="people", title=_("Whom to ask"), lines=_people(course), links=[]),
        out.TourPart(key="first", title=_("What to do first"), lines=[], links=_first_steps(course, laid, reader)),
    ]
    seen = TourSeen.objects.filter(course=course, person_id=reader.person_id).exists()
    return out.Tour(first=not seen and reader.member.studies, parts=[p for p in parts if p.lines or p.links])


def _week_lines(course: Course, laid: Layout) -> list[str]:
    lines = []
    if classes := class_lines(laid):
        lines.append(_("Classes: %(slots)s.") % {"slots": "; ".join(classes)})
    modules = [m for m in laid.students if m.items]
    usual = usual_names([p.title for p in m.parts if any(i.part_id == p.id for i in m.items)] for m in modules)
    if usual:
        lines.append(_("Each week has these parts, in this order: %(parts)s.") % {"parts": ", ".join(usual)})
    lines += _usual_deadlines(course, laid)
    if any(m.in_order for m in modules):
        lines.append(_("Some modules go strictly in order: each item opens when the one before it is done."))
    minutes = sorted(sum(i.effort_minutes for i in m.items if i.required) for m in modules)
    if minutes and minutes[-1]:
        middle, most = minutes[len(minutes) // 2], minutes[-1]
        each = _("A week") if laid.term else _("A module")
        line = _("%(each)s takes about %(usual)s of work, the fullest one %(most)s.")
        lines.append(line % {"each": each, "usual": _effort(middle), "most": _effort(most)})
    return lines


def _effort(minutes: int) -> str:
    return _("%(n)s hours") % {"n": round(minutes / 60)} if minutes >= 90 else _("%(n)s minutes") % {"n": minutes}


def _usual_deadlines(course: Course, laid: Layout) -> list[str]:
    """'Homework: usually due Thu 23:59 and Fri 23:59.' by category."""
    found = setup_of(course)
    lines = []
    for category in found.categories:
        dues = [laid.student_items[i].span.due for i in found.counting[category.pk] if i in laid.student_items]
        walls = [d.astimezone(laid.zone) for d in dues if d is not None]
        usual = usual_slots(walls)
        if usual:
            at = _(" and ").join(f"{WEEKDAYS_ABBR[day]} {time:%H:%M}" for day, time in usual)
            lines.append(_("%(category)s: usually due %(at)s.") % {"category": category.name, "at": at})
    return lines


def _places(laid: Layout, reader: Reader) -> list[out.Link]:
    """The places of the course, each with what it is for."""
    week = _("Week: what to do, in order") if laid.term else _("Module: what to do, in order")
    found = [out.Link(title=week, place="week")]
    if laid.term:
        found.append(out.Link(title=_("Term: all weeks on one sheet, calendar, print"), place="term"))
    if reader.member.studies:
        found.append(out.Link(title=_("Standing: your scores, with their arithmetic"), place="standing"))
    return [*found, out.Link(title=_("Library: syllabus, handouts, tools, answers, people"), place="library")]


def _counting(course: Course) -> list[str]:
    setup = setup_of(course)
    late = [_("Late work loses %(rule)s.") % {"rule": line} for line in late_lines(setup)]
    return [*weight_lines(setup), *table_lines(setup), *late]


def _heaviest(laid: Layout) -> list[out.Link]:
    """The items with the most points, and those with at least half as many, in order of their dates."""
    counted = [i for i in laid.student_items.values() if i.counts]
    top = max((i.points or 0 for i in counted), default=0)
    most = [i for i in counted if (i.points or 0) * 2 >= top][:HEAVIEST]
    dated = sorted(most, key=lambda i: (i.span.due is None, i.span.due))
    return [out.Link(title=_heavy(i, laid), item_id=i.id) for i in dated]


def _heavy(item: LaidItem, laid: Layout) -> str:
    points = ngettext("%(n)s point", "%(n)s points", round(item.points or 0)) % {"n": f"{item.points:g}"}
    due = _(", due %(at)s") % {"at": moment(item.span.due, laid.zone)} if item.span.due else ""
    return f"{item.title}: {points}{due}"


def _dates(laid: Layout) -> list[str]:
    if laid.term is None:
        return [_("This course has no dates: go at your own pace.")]
    term = laid.term
    lines = [
        _("%(term)s runs from %(first)s to %(last)s.")
        % {"term": term.name, "first": written_day(term.first_day), "last": written_day(term.last_day)}
    ]
    for pause in term.breaks:
        days = written_day(pause.first_day)
        if pause.last_day != pause.first_day:
            days = _("%(first)s to %(last)s") % {"first": days, "last": written_day(pause.last_day)}
        lines.append(f"{pause.name}: {days}.")
    return lines


def _people(course: Course) -> list[str]:
    """Who answers what, as the library lists it; else who teaches."""
    listed = Entry.objects.filter(course=course, shelf=Entry.PEOPLE, removed=False, published=True)
    lines = []
    for one in listed.order_by("position", "id"):
        about = one.notes.get("answers") or one.notes.get("role") or ""
        rest = ", ".join(part for part in (one.notes.get("hours"), one.notes.get("contact")) if part)
        lines.append(one.title + (f": {about}" if about else "") + (f" ({rest})" if rest else ""))
    return lines or [t.name + (f" ({', '.join(t.sections)})" if t.sections else "") for t in teachers(course)]


def _first_steps(course: Course, laid: Layout, reader: Reader) -> list[out.Link]:
    """The first open required items that the reader has not done; for teachers, the first of all."""
    required = [i for i in laid.student_items.values() if i.required]
    if not reader.member.teaches:
        states = own_progress(course, laid, reader).course.items
        required = [i for i in required if states[i.id].open and not states[i.id].done]
    return [out.Link(title=i.title, item_id=i.id) for i in required[:FIRST_STEPS]]
