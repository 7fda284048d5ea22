from django.http import HttpResponse

from apps.courses.public import can_lay_out, course_and_membership, course_by_slug
from apps.kernel.public import actor_of, answer, require, write
from apps.layout.actions import allow
from apps.layout.api import allowance_schemas as t
from apps.layout.api import schemas as s
from apps.layout.api.router import router
from apps.layout.api.shapes import changed
from apps.layout.reading import allowing
from apps.people.public import SignedIn


@router.get("/courses/{slug}/allowances", response=t.Allowances)
def read_allowances(request: SignedIn, slug: str) -> HttpResponse:
    course, member = course_and_membership(actor_of(request), slug)
    require(can_lay_out(member))
    return answer(allowing.allowances(course))


@router.post("/courses/{slug}/allowances", response=s.Changed)
@write
def give_allowance(request: SignedIn, slug: str, payload: t.AllowanceIn) -> s.Changed:
    wish = allow.AllowanceWish(**payload.model_dump())
    return changed(allow.allow(actor_of(request), course_by_slug(slug), wish), slug)


@router.delete("/courses/{slug}/allowances/{allowance_id}", response=s.Changed)
@write
def end_allowance(request: SignedIn, slug: str, allowance_id: int) -> s.Changed:
    return changed(allow.take_back(actor_of(request), course_by_slug(slug), allowance_id), slug)
