from typing import Literal

from apps.courses.public import can_lay_out, course_and_membership, course_by_slug
from apps.kernel.public import actor_of, require, write
from apps.layout.actions.set_conditions import say_conditions, set_conditions
from apps.layout.api import condition_schemas as c
from apps.layout.api import schemas as s
from apps.layout.api.router import router
from apps.layout.api.shapes import changed
from apps.layout.reading.condition_choices import condition_choices
from apps.people.public import SignedIn


@router.get("/courses/{slug}/conditions/{kind}/{thing_id}", response=c.ConditionChoices)
def conditions(
    request: SignedIn, slug: str, kind: Literal["item", "part", "module"], thing_id: int
) -> c.ConditionChoices:
    course, member = course_and_membership(actor_of(request), slug)
    require(can_lay_out(member))
    return condition_choices(course, kind, thing_id)


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
