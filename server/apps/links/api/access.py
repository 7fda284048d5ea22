"""Who has access to a linked system: read, said, and brought in as a list."""

from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_teach, course_by_slug
from apps.kernel.public import actor_of, answer, require, write
from apps.links.actions.list_access import list_access
from apps.links.actions.say_access import say_access
from apps.links.api import access_schemas as s
from apps.links.pages.access import access_page
from apps.links.queries import system_for
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["links"])
ACCESS = "/courses/{slug}/systems/{system_key}/access"


@router.get(ACCESS, response=s.AccessList)
def read_link_access(request: SignedIn, slug: str, system_key: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(access_page(system_for(course, system_key), course, reader.member))


@router.put(ACCESS + "/{person_id}", response=s.AccessList)
@write
def say_link_access(request: SignedIn, slug: str, system_key: str, person_id: int, payload: s.AccessIn) -> s.AccessList:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    say_access(actor_of(request), course, system_key, person_id, payload.kind, payload.until, payload.code)
    return access_page(system_for(course, system_key), course, reader.member)


@router.post(ACCESS + "-list", response=s.AccessRead)
@write
def list_link_access(request: SignedIn, slug: str, system_key: str, payload: s.AccessText) -> s.AccessRead:
    """A table of who has access: what each line would do, or, confirmed, does."""
    return list_access(actor_of(request), course_by_slug(slug), system_key, payload.text, payload.confirm)
