from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_teach
from apps.kernel.public import answer, require
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.roster import schemas as r
from apps.screens.roster.page import module_progress, roster

router = Router(tags=["roster"])


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
