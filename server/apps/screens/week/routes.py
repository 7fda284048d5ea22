from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import actor_of, answer
from apps.layout.changes import last_undoable
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.week import schemas as s
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
    undo = last_undoable(actor_of(request), course) if reader.member.instructs else None
    return answer(sheet(course, key, reader, undo))
