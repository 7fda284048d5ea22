from ninja import Router

from apps.courses.actions.keep_group import keep_group
from apps.courses.api import schemas as s
from apps.courses.queries import course_by_slug
from apps.courses.shelf import shelf
from apps.kernel.public import actor_of, write
from apps.people.public import SignedIn

router = Router(tags=["courses"])


@router.post("/courses/{slug}/groups", response=s.Named)
@write
def new_group(request: SignedIn, slug: str, payload: s.GroupIn) -> s.Named:
    kept = keep_group(actor_of(request), course_by_slug(slug), None, payload.name, payload.members)
    return s.Named(id=kept.pk, name=kept.name)


@router.put("/courses/{slug}/groups/{group_id}", response=s.Named)
@write
def edit_group(request: SignedIn, slug: str, group_id: int, payload: s.GroupIn) -> s.Named:
    kept = keep_group(actor_of(request), course_by_slug(slug), group_id, payload.name, payload.members)
    return s.Named(id=kept.pk, name=kept.name)


@router.get("/courses", response=list[s.ShelfCourse])
def my_courses(request: SignedIn) -> list[s.ShelfCourse]:
    return shelf(request.user.pk)
