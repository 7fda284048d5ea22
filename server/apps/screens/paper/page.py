"""The term's schedule and a week's checklist on paper, from the same list as the screens."""

from __future__ import annotations

from typing import Any
from zoneinfo import ZoneInfo

from apps.courses.public import Course, day_of, day_range, moment, weekday_name
from apps.kernel.public import pdf
from apps.path.public import Reader
from apps.screens import schemas
from apps.screens.term.page import term_map
from apps.screens.term.schemas import Entry
from apps.screens.week.page import sheet
from apps.screens.week.ribbon import ribbon

MARKS = {
    "done": ("done", "scored", "excused"),
    "handed_in": ("handed_in", "being_graded"),
    "started": ("started",),
    "missing": ("missing", "closed"),
    "locked": ("locked", "not_open"),
}
"""Which tile stands for which states; anything else is an empty tile."""


def term_schedule(course: Course, reader: Reader, person: str) -> bytes:
    found, zone = term_map(course, reader), ZoneInfo(course.zone)
    weeks = [
        {
            "label": week.break_name if week.number is None else str(week.number),
            "is_break": week.number is None,
            "dates": day_range(week.first_day, week.last_day),
            "topic": week.topic,
            "hours": round(week.minutes / 60, 1) if week.minutes else "",
            "over": week.load == "over",
            "days": [
                {
                    "off": day.off,
                    "classes": [f"{moment(c.start, zone)[-5:]} {c.place}".strip() for c in day.classes],
                    "entries": [
                        {"mark": _mark_of(e), "title": _titled(e), "at": moment(e.at, zone)[-5:]} for e in day.entries
                    ],
                }
                for day in week.days
            ],
        }
        for week in found.weeks
    ]
    context: dict[str, Any] = {
        "course": course,
        "term": found.term,
        "dates": day_range(found.first_day, found.last_day),
        "points": found.points,
        "classes": found.classes,
        "weeks": weeks,
        "day_names": [weekday_name(d.day) for d in found.weeks[0].days] if found.weeks else [],
        "person": person,
        "printed": moment(reader.now, zone),
    }
    return pdf("screens/term_schedule.html", context)


def week_checklist(course: Course, key: str, reader: Reader, person: str) -> bytes:
    """Boxes to tick by pen; what is done already is filled."""
    found, zone = sheet(course, key, reader), ZoneInfo(course.zone)
    cell = next((c for c in ribbon(course, reader).cells if c.key == key), None)
    modules = [{"title": m.title, "parts": _parts(m, zone)} for m in found.modules]
    later = [
        {"title": x.item.title, "start": day_of(x.start_by, zone), "due": moment(x.due, zone) if x.due else ""}
        for x in found.later
    ]
    context = {
        "course": course,
        "week": cell.number if cell else key,
        "dates": day_range(found.first_day, found.last_day) if found.first_day and found.last_day else "",
        "modules": modules,
        "later": later,
        "hours": round(found.minutes_left / 60, 1),
        "person": person,
        "printed": moment(reader.now, zone),
    }
    return pdf("screens/week_checklist.html", context)


def _parts(module: schemas.SheetModule, zone: ZoneInfo) -> list[dict[str, Any]]:
    titles = {p.id: p.title for p in module.parts}
    parts: list[dict[str, Any]] = []
    for row in module.rows:
        title = titles.get(row.part_id or 0, "")
        if not parts or parts[-1]["title"] != title:
            parts.append({"title": title, "rows": []})
        parts[-1]["rows"].append(
            {
                "number": row.number,
                "mark": mark(row.state),
                "title": row.title,
                "minutes": row.minutes or "",
                "points": f"{row.points:g}" if row.points else "",
                "start": day_of(row.start_by, zone) if row.start_by else "",
                "due": moment(row.due, zone) if row.due else "",
                "optional": not row.required,
                "wants": [
                    {"mark": want_mark(w), "words": w.words, "due": moment(w.by, zone) if w.by else ""}
                    for w in row.wants
                ],
            }
        )
    return parts


def _mark_of(entry: Entry) -> str:
    return mark(entry.row.state) if entry.want is None else want_mark(entry.want)


def _titled(entry: Entry) -> str:
    return entry.row.title if entry.want is None else f"{entry.row.title}: {entry.want.words}"


def want_mark(want: schemas.WantRow) -> str:
    return "done" if want.have >= want.count else "todo"


def mark(state: str) -> str:
    return next((name for name, states in MARKS.items() if state in states), "todo")
