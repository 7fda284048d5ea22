from apps.courses.public import course_by_slug
from apps.gradebook.actions.release_scores import release_scores
from apps.gradebook.actions.set_grading import set_hold
from apps.gradebook.api import schemas as s
from apps.gradebook.api.router import router
from apps.kernel.public import actor_of, now, write
from apps.layout.public import Changed, changed
from apps.people.public import SignedIn


@router.post("/courses/{slug}/items/{item_id}/release", response=s.Released)
@write
def release(request: SignedIn, slug: str, item_id: int, section: int | None = None) -> s.Released:
    """`section`: of its students only."""
    count = release_scores(actor_of(request), course_by_slug(slug), item_id, section)
    return s.Released(scores=count, at=now())


@router.put("/courses/{slug}/items/{item_id}/hold", response=Changed)
@write
def hold(request: SignedIn, slug: str, item_id: int, payload: s.HoldIn) -> Changed:
    return changed(set_hold(actor_of(request), course_by_slug(slug), item_id, payload.hold), slug)
