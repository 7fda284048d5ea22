"""The course on paper: the syllabus with what is generated, and the guide on one page."""

from __future__ import annotations

from zoneinfo import ZoneInfo

from apps.courses.public import Course, day_range, moment, written_day
from apps.kernel.public import Refused, pdf
from apps.layout.public import item_ref, ref
from apps.library.api import schemas as out
from apps.library.shelves import library
from apps.library.tour import tour
from apps.path.public import Reader, laid_for, own_progress


def guide(course: Course, reader: Reader) -> bytes:
    """The tour, on one page."""
    found = tour(course, reader)
    printed = moment(reader.now, ZoneInfo(course.zone))
    return pdf("library/guide.html", {"course": course, "parts": found.parts, "printed": printed})


def syllabus_paper(course: Course, reader: Reader) -> bytes:
    found, laid = library(course, reader), laid_for(course, reader)
    weeks = [
        {
            "number": week.number,
            "dates": day_range(week.first_day, week.last_day),
            "break": week.break_name or "",
            "topic": " · ".join(m.title for m in laid.students if m.week == week.number and week.number is not None),
            "due": [
                f"{i.title} ({moment(i.span.due, laid.zone)})"
                for m in laid.students
                if m.week == week.number and week.number is not None
                for i in m.items
                if i.counts and i.span.due is not None
            ],
        }
        for week in laid.weeks
    ]
    people = [e for e in found.entries if e.shelf == "people"]
    context = {"course": course, "found": found, "weeks": weeks, "people": people, "notes": _notes(found)}
    return pdf("library/syllabus.html", context | {"printed": moment(reader.now, ZoneInfo(course.zone))})


def certificate(course: Course, reader: Reader, person: str) -> bytes:
    """That the reader has done all that the course requires. Refused before, with what is still missing."""
    laid = laid_for(course, reader)
    known = own_progress(course, laid, reader)
    if not course.gives_certificate:
        raise Refused("certificate.none", status=404)
    if not known.course.complete:
        left = [i for m in known.course.modules.values() for i in m.held_open_by]
        also = {"steps": [item_ref(ref(laid, i)).model_dump() for i in left]}
        raise Refused("certificate.not_yet", status=403, also=also, left=len(left))
    done = [s.done_at for s in known.course.items.values() if s.done and s.done_at is not None]
    zone = ZoneInfo(course.zone)
    last = max(done, default=reader.now).astimezone(zone).date()
    context = {
        "course": course,
        "person": person,
        "day": written_day(last),
        "modules": [m.title for m in laid.students],
    }
    return pdf("library/certificate.html", context)


def _notes(found: out.Library) -> str:
    edition = found.syllabus
    return "" if edition is None else str(edition.edition)
