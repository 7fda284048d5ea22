from apps.courses.public import course_by_slug
from apps.gradebook.actions.release_scores import release_scores
from apps.gradebook.api import schemas as s
from apps.gradebook.api.router import router
from apps.kernel.public import actor_of, now, write
from apps.people.public import SignedIn


@router.post("/courses/{slug}/items/{item_id}/release", response=s.Released)
@write
def release(request: SignedIn, slug: str, item_id: int) -> s.Released:
    return s.Released(scores=release_scores(actor_of(request), course_by_slug(slug), item_id), at=now())
