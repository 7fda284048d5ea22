from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_lay_out, can_teach, course_by_slug, open_course
from apps.gradebook.public import GradingRulesIn
from apps.kernel.public import actor_of, answer, require, write
from apps.path.public import TickIn, enter
from apps.people.public import SignedIn
from apps.screens.setup import page as schedule_page
from apps.screens.setup import schemas as t
from apps.screens.setup.effect import grading_effect

router = Router(tags=["setup"])


@router.get("/courses/{slug}/schedule", response=t.Schedule)
def read_schedule(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(schedule_page.schedule(course, reader))


@router.put("/courses/{slug}/opened", response=t.Schedule)
@write
def edit_opened(request: SignedIn, slug: str, payload: TickIn) -> t.Schedule:
    open_course(actor_of(request), course_by_slug(slug), payload.done)
    course, reader = enter(request, slug)
    return schedule_page.schedule(course, reader)


@router.post("/courses/{slug}/grading/effect", response=t.GradingEffect)
def preview_rules(request: SignedIn, slug: str, payload: GradingRulesIn) -> t.GradingEffect:
    """Whom these rules would move; changes nothing."""
    course, reader = enter(request, slug)
    require(can_lay_out(reader.member))
    return grading_effect(course, payload, reader.now)
