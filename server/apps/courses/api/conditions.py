from typing import Literal

from apps.courses.actions.mark_person import mark_person
from apps.courses.actions.set_conditions import say_conditions, set_conditions
from apps.courses.api import condition_schemas as c
from apps.courses.api import schemas as s
from apps.courses.api.layout import changed
from apps.courses.api.router import router
from apps.courses.condition_choices import condition_choices
from apps.courses.memberships import course_and_membership
from apps.courses.policies import can_lay_out
from apps.courses.queries import course_by_slug
from apps.kernel.public import actor_of, now, require, write
from apps.people.public import SignedIn


@router.get("/courses/{slug}/conditions/{kind}/{thing_id}", response=c.ConditionChoices)
def conditions(
    request: SignedIn, slug: str, kind: Literal["item", "part", "module"], thing_id: int
) -> c.ConditionChoices:
    course, member = course_and_membership(actor_of(request), slug)
    require(can_lay_out(member))
    return condition_choices(course, kind, thing_id)


@router.put("/courses/{slug}/items/{item_id}/people/{person_id}", response=c.Marked)
@write
def mark_student(request: SignedIn, slug: str, item_id: int, person_id: int, payload: c.MarkIn) -> c.Marked:
    """Done, not done, or let in, for one student."""
    course = course_by_slug(slug)
    mark_person(actor_of(request), course, item_id, person_id, payload.kind, payload.on, payload.reason)
    return c.Marked(at=now())


@router.post("/courses/{slug}/conditions/preview", response=c.ConditionsSaid)
def conditions_in_words(request: SignedIn, slug: str, payload: c.ConditionsIn) -> c.ConditionsSaid:
    course = course_by_slug(slug)
    said = say_conditions(actor_of(request), course, payload.kind, payload.id, payload.model_dump())
    return c.ConditionsSaid(words=said.words)


@router.put("/courses/{slug}/conditions", response=s.Changed)
@write
def change_conditions(request: SignedIn, slug: str, payload: c.ConditionsIn) -> s.Changed:
    course = course_by_slug(slug)
    change = set_conditions(actor_of(request), course, payload.kind, payload.id, payload.model_dump())
    return changed(change, slug)
