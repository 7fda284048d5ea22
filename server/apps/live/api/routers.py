from ninja import Router

from apps.courses.public import can_teach, course_by_slug
from apps.kernel.public import actor_of, now, require, write
from apps.live.actions.miss_class import miss_class, see_absence, take_back_absence
from apps.live.api import schemas as r
from apps.live.queries import absences
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["live"])


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
