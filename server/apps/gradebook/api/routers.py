from ninja import Router

from apps.courses.public import course_by_slug
from apps.gradebook.actions.release_scores import release_scores
from apps.gradebook.actions.set_grading import set_grading
from apps.gradebook.api import schemas as s
from apps.gradebook.api.shapes import grading_of
from apps.kernel.public import actor_of, now, write
from apps.people.public import SignedIn

router = Router(tags=["gradebook"])


@router.put("/courses/{slug}/items/{item_id}/grading", response=s.ItemGrading)
@write
def edit_grading(request: SignedIn, slug: str, item_id: int, payload: s.GradingIn) -> s.ItemGrading:
    course = course_by_slug(slug)
    set_grading(actor_of(request), course, item_id, payload.category_id, payload.late_rule_id, payload.hold)
    return grading_of(course, item_id, True)


@router.post("/courses/{slug}/items/{item_id}/release", response=s.Released)
@write
def release(request: SignedIn, slug: str, item_id: int) -> s.Released:
    return s.Released(scores=release_scores(actor_of(request), course_by_slug(slug), item_id), at=now())
