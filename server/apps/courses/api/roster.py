from django.http import HttpResponse

from apps.courses.actions.keep_group import keep_group, remove_group
from apps.courses.api import roster_schemas as r
from apps.courses.api.reading import enter
from apps.courses.api.router import router
from apps.courses.policies import can_teach
from apps.courses.queries import course_by_slug
from apps.courses.roster import module_progress, roster
from apps.kernel.public import actor_of, answer, require, write
from apps.people.public import SignedIn


@router.get("/courses/{slug}/roster", response=r.Roster)
def read_roster(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(roster(course, reader))


@router.get("/courses/{slug}/progress/{module_id}", response=r.ModuleProgress)
def read_progress(request: SignedIn, slug: str, module_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(module_progress(course, module_id, reader))


@router.post("/courses/{slug}/groups", response=r.Named)
@write
def new_group(request: SignedIn, slug: str, payload: r.GroupIn) -> r.Named:
    kept = keep_group(actor_of(request), course_by_slug(slug), None, payload.name, payload.members)
    return r.Named(id=kept.pk, name=kept.name)


@router.put("/courses/{slug}/groups/{group_id}", response=r.Named)
@write
def edit_group(request: SignedIn, slug: str, group_id: int, payload: r.GroupIn) -> r.Named:
    kept = keep_group(actor_of(request), course_by_slug(slug), group_id, payload.name, payload.members)
    return r.Named(id=kept.pk, name=kept.name)


@router.delete("/courses/{slug}/groups/{group_id}", response=r.Named)
@write
def delete_group(request: SignedIn, slug: str, group_id: int) -> r.Named:
    remove_group(actor_of(request), course_by_slug(slug), group_id)
    return r.Named(id=group_id, name="")
