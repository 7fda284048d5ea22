from typing import Annotated

from django.http import HttpResponse
from ninja import File, Router, UploadedFile

from apps.courses.public import can_study, course_by_slug
from apps.kernel.public import actor_of, answer, now, pdf_answer, require, write
from apps.layout.changes import set_syllabus
from apps.layout.public import Changed, changed
from apps.library import papers
from apps.library.actions import entries, reports
from apps.library.actions.see_tour import see_tour
from apps.library.api import schemas as s
from apps.library.shelves import library
from apps.library.tour import tour
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["library"])


@router.get("/courses/{slug}/library", response=s.Library)
def read_library(request: SignedIn, slug: str) -> HttpResponse:
    """What teachers read names who reported what, so no device keeps it."""
    course, reader = enter(request, slug)
    found = answer(library(course, reader))
    if reader.member.teaches:
        found["Unvo-Keep"] = "never"
    return found


@router.get("/courses/{slug}/tour", response=s.Tour)
def read_tour(request: SignedIn, slug: str) -> HttpResponse:
    return answer(tour(*enter(request, slug)))


@router.post("/courses/{slug}/tour/seen", response=s.Kept)
@write
def tour_seen(request: SignedIn, slug: str) -> s.Kept:
    course = course_by_slug(slug)
    see_tour(actor_of(request), course)
    return s.Kept(id=course.pk, at=now())


@router.get("/courses/{slug}/print/guide")
def print_guide(request: SignedIn, slug: str) -> HttpResponse:
    """The course on one page, as PDF."""
    course, reader = enter(request, slug)
    return pdf_answer(papers.guide(course, reader), f"{course.slug}-guide.pdf")


@router.get("/courses/{slug}/print/syllabus")
def print_syllabus(request: SignedIn, slug: str) -> HttpResponse:
    """The syllabus with classes, weights, late rules, people and schedule, as PDF."""
    course, reader = enter(request, slug)
    return pdf_answer(papers.syllabus_paper(course, reader), f"{course.slug}-syllabus.pdf")


@router.get("/courses/{slug}/print/certificate")
def print_certificate(request: SignedIn, slug: str) -> HttpResponse:
    """Once everything required is done, as PDF."""
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    return pdf_answer(papers.certificate(course, reader, request.user.name), f"{course.slug}-certificate.pdf")


@router.put("/courses/{slug}/syllabus", response=Changed)
@write
def choose_syllabus(request: SignedIn, slug: str, payload: s.SyllabusIn) -> Changed:
    return changed(set_syllabus(actor_of(request), course_by_slug(slug), payload.item_id), slug)


@router.post("/courses/{slug}/library", response=s.Kept)
@write
def new_entry(request: SignedIn, slug: str, payload: s.EntryIn) -> s.Kept:
    wish = entries.EntryWish(**payload.model_dump(exclude={"shelf"}))
    made = entries.make_entry(actor_of(request), course_by_slug(slug), payload.shelf, wish)
    return s.Kept(id=made.pk, at=now())


@router.patch("/courses/{slug}/library/{entry_id}", response=s.Kept)
@write
def edit_entry(request: SignedIn, slug: str, entry_id: int, payload: s.EntryChange) -> s.Kept:
    """`removed` takes an entry away, and brings it back."""
    wish = entries.EntryWish(**payload.model_dump())
    entries.change_entry(actor_of(request), course_by_slug(slug), entry_id, wish)
    return s.Kept(id=entry_id, at=now())


@router.post("/courses/{slug}/library/{entry_id}/file", response=s.Kept)
@write
def entry_file(request: SignedIn, slug: str, entry_id: int, file: Annotated[UploadedFile, File()]) -> s.Kept:
    entries.attach_to_entry(actor_of(request), course_by_slug(slug), entry_id, file)
    return s.Kept(id=entry_id, at=now())


@router.post("/courses/{slug}/library/{entry_id}/steps", response=s.Kept)
@write
def entry_step(request: SignedIn, slug: str, entry_id: int, payload: s.StepIn) -> s.Kept:
    entries.tick_step(actor_of(request), course_by_slug(slug), entry_id, payload.step, payload.done)
    return s.Kept(id=entry_id, at=now())


@router.post("/courses/{slug}/error-reports", response=s.Kept)
@write
def new_report(request: SignedIn, slug: str, payload: s.ReportIn) -> s.Kept:
    made = reports.report_error(actor_of(request), course_by_slug(slug), payload.item_id, payload.text)
    return s.Kept(id=made.pk, at=now())


@router.put("/courses/{slug}/error-reports/{report_id}", response=s.Kept)
@write
def settle(request: SignedIn, slug: str, report_id: int, payload: s.SettledIn) -> s.Kept:
    reports.settle_report(actor_of(request), course_by_slug(slug), report_id, payload.settled)
    return s.Kept(id=report_id, at=now())
