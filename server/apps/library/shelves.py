"""The library of a course as its reader finds it."""

from __future__ import annotations

import re
from typing import cast

from django.contrib.postgres.expressions import ArraySubquery
from django.contrib.postgres.search import SearchQuery, SearchRank, SearchVector
from django.db.models import F, OuterRef

from apps.courses.public import Course, Seat
from apps.kernel.public import clean, editions, file_out
from apps.layout.public import Layout, kind_of, latest_text
from apps.library.api import schemas as out
from apps.library.generated import generated
from apps.library.models import Entry, ErrorReport, StepDone
from apps.library.policies import readable_reports
from apps.links.public import Visit, first_visits, systems_here
from apps.path.public import Progress, Reader, laid_for, opened_items, own_progress


def library(course: Course, reader: Reader) -> out.Library:
    laid, teaching = laid_for(course, reader), reader.member.teaches
    known = None if teaching else own_progress(course, laid, reader)
    return out.Library(
        teaching=teaching,
        can_lay_out=reader.member.instructs,
        zone=course.zone,
        syllabus=syllabus(course, laid, known),
        syllabus_choices=_syllabus_choices(laid) if reader.member.instructs else [],
        generated=generated(course, laid),
        entries=_entries(course, reader),
        systems=_systems(course) if reader.member.instructs else [],
        from_path=_from_path(laid, known),
        reports=_reports(course, reader, laid) if teaching else [],
    )


def syllabus(course: Course, laid: Layout, known: Progress | None) -> out.Syllabus | None:
    """The text of the course's syllabus item; nothing while it is hidden or locked for the student."""
    items = laid.items if known is None else laid.student_items
    item = items.get(laid.syllabus_id or 0)
    if item is None:
        return None
    acknowledged, done = 0, True
    if known is not None:
        if item.id not in opened_items(known):
            return None
        facts = known.facts.facts.get(item.id)
        acknowledged, done = (facts.acknowledged_edition if facts else 0), known.course.items[item.id].done
    text = latest_text(item.id)
    return out.Syllabus(
        item_id=item.id,
        title=item.title,
        html=clean(text.html) if text else "",
        edition=text.edition if text else 0,
        written_at=text.written_at if text else None,
        acknowledged_edition=acknowledged,
        asks=not done,
    )


def _from_path(laid: Layout, known: Progress | None) -> list[out.FromPath]:
    """What the weeks bring of each shelf, in path order; for a student what is open to them."""
    opened = opened_items(known) if known is not None else None
    return [
        out.FromPath(
            shelf=cast(out.Shelf, kind_of(i.kind).shelf),
            item_id=i.id,
            title=i.title,
            kind=i.kind,
            step=m.key,
            pages=i.pages,
            length_seconds=i.length_seconds,
        )
        for m in laid.modules(known is None)
        for i in m.items
        if kind_of(i.kind).shelf and (opened is None or i.id in opened)
    ]


def _syllabus_choices(laid: Layout) -> list[out.Link]:
    return [out.Link(title=i.title, item_id=i.id) for i in laid.items.values() if kind_of(i.kind).written]


def _entries(course: Course, reader: Reader) -> list[out.LibraryEntry]:
    rows = Entry.objects.filter(course=course, removed=False).select_related("file").order_by("position", "id")
    if not reader.member.teaches:
        rows = rows.filter(published=True)
    own = StepDone.objects.filter(entry_id=OuterRef("pk"), person_id=reader.person_id).order_by("step")
    entries = list(rows.select_related("system").annotate(own_steps=ArraySubquery(own.values("step"))))
    been = first_visits(course, reader.person_id) if any(e.system_id for e in entries) else {}
    seen = editions({"entry": [e.pk for e in entries]}) if reader.member.instructs else {}
    return [
        out.LibraryEntry(
            id=e.pk,
            shelf=cast(out.Shelf, e.shelf),
            title=e.title,
            html=clean(e.html),
            address=e.address,
            file=out.LibraryFile(**file_out(e.file).model_dump()) if e.file else None,
            steps=e.steps,
            steps_done=_taken(e, e.own_steps, been),
            visit=_visit(e, been),
            notes=e.notes,
            published=e.published,
            edition=seen.get(("entry", e.pk), 0),
        )
        for e in entries
    ]


def _taken(entry: Entry, ticked: list[int], been: dict[int, Visit]) -> list[int]:
    """What somebody ticked, and what their visit of the system shows."""
    shown = entry.visit_steps if entry.system_id in been else 0
    return sorted({*ticked, *range(min(shown, len(entry.steps)))})


def _visit(entry: Entry, been: dict[int, Visit]) -> out.EntryVisit | None:
    if entry.system is None:
        return None
    visit = been.get(entry.system.pk)
    return out.EntryVisit(
        key=str(entry.system.key),
        system=entry.system.name,
        steps=entry.visit_steps,
        at=visit.at if visit else None,
    )


def _systems(course: Course) -> list[out.SystemChoice]:
    return [out.SystemChoice(key=str(s.key), name=s.name) for s in systems_here(course).order_by("name", "pk")]


def _reports(course: Course, reader: Reader, laid: Layout) -> list[out.Report]:
    """Those that nobody has settled, the oldest first."""
    mine = readable_reports({course.pk: Seat(course, reader.member)})
    rows = ErrorReport.objects.filter(mine, course=course, settled_at=None).select_related("person").order_by("at")
    return [
        out.Report(
            id=r.pk,
            by=r.person.name,
            item=out.Link(title=laid.items[r.item_id].title, item_id=r.item_id) if r.item_id in laid.items else None,
            text=r.text,
            at=r.at,
        )
        for r in rows
    ]


MOST_ANSWERED = 4
WORD = re.compile(r"\w{3,}")


def answered_before(course: Course, text: str) -> list[Entry]:
    """Entries among the course's answers that are about the same words, the nearest first."""
    words = {w.lower() for w in WORD.findall(text)}
    if not words:
        return []
    query = SearchQuery(" | ".join(sorted(words)[:40]), search_type="raw", config="english")
    vector = SearchVector("title", weight="A", config="english") + SearchVector("html", weight="B", config="english")
    rows = Entry.objects.filter(course=course, shelf=Entry.FAQ, removed=False, published=True)
    found = rows.annotate(vector=vector).filter(vector=query).annotate(rank=SearchRank(F("vector"), query))
    return list(found.order_by("-rank", "position")[:MOST_ANSWERED])


def people_of(course: Course) -> list[Entry]:
    """Whom to ask for what."""
    rows = Entry.objects.filter(course=course, shelf=Entry.PEOPLE, removed=False, published=True)
    return list(rows.order_by("position", "id"))
