from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_lay_out, course_by_slug
from apps.kernel.public import actor_of, answer, require, write
from apps.layout.public import Changed, changed
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.removing import take_module_away
from apps.screens.week import schemas as s
from apps.screens.week.draft import draft_of_week
from apps.screens.week.page import sheet
from apps.screens.week.ribbon import ribbon

router = Router(tags=["week"])


@router.get("/courses/{slug}/ribbon", response=s.Ribbon)
def course_ribbon(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(ribbon(course, reader))


@router.get("/courses/{slug}/weeks/{key}", response=s.Sheet)
def week_sheet(request: SignedIn, slug: str, key: str) -> HttpResponse:
    """The week with this key, or the module with this number in a course without dates."""
    course, reader = enter(request, slug)
    return answer(sheet(course, key, reader))


@router.get("/courses/{slug}/weeks/{key}/announcement", response=s.WeekDraft)
def week_announcement(request: SignedIn, slug: str, key: str) -> s.WeekDraft:
    """A draft of what to tell the course of a week; nothing is kept."""
    course, reader = enter(request, slug)
    require(can_lay_out(reader.member))
    return draft_of_week(course, key, reader.budget)


@router.delete("/courses/{slug}/modules/{module_id}", response=Changed)
@write
def delete_module(request: SignedIn, slug: str, module_id: int, with_work: bool = False) -> Changed:
    return changed(take_module_away(actor_of(request), course_by_slug(slug), module_id, with_work), slug)
