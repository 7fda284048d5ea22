"""Finding things in a course, and what was on a class day."""

from django.http import HttpResponse

from apps.courses.actions.miss_class import miss_class, see_absence, take_back_absence
from apps.courses.api import reading_schemas as r
from apps.courses.api.reading import enter
from apps.courses.api.router import router
from apps.courses.class_page import absences, class_day
from apps.courses.policies import can_teach
from apps.courses.queries import course_by_slug
from apps.courses.search import search
from apps.kernel.public import actor_of, answer, now, require, write
from apps.people.public import SignedIn


@router.get("/courses/{slug}/search", response=r.Found)
def search_course(request: SignedIn, slug: str, q: str = "") -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(search(course, reader, q))


@router.get("/courses/{slug}/classes/{number}", response=r.ClassDay)
def read_class(request: SignedIn, slug: str, number: int) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(class_day(course, number, reader))


@router.put("/courses/{slug}/classes/{number}/absence", response=r.Said)
@write
def say_absence(request: SignedIn, slug: str, number: int, payload: r.AbsenceIn) -> r.Said:
    made = miss_class(actor_of(request), course_by_slug(slug), number, payload.reason)
    return r.Said(at=made.at)


@router.delete("/courses/{slug}/classes/{number}/absence", response=r.Said)
@write
def unsay_absence(request: SignedIn, slug: str, number: int) -> r.Said:
    take_back_absence(actor_of(request), course_by_slug(slug), number)
    return r.Said(at=now())


@router.get("/courses/{slug}/absences", response=list[r.AbsenceRow])
def read_absences(request: SignedIn, slug: str) -> list[r.AbsenceRow]:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return absences(course, reader)


@router.put("/courses/{slug}/absences/{absence_id}/seen", response=r.Said)
@write
def absence_seen(request: SignedIn, slug: str, absence_id: int, payload: r.SeenIn) -> r.Said:
    see_absence(actor_of(request), course_by_slug(slug), absence_id, payload.seen)
    return r.Said(at=now())
