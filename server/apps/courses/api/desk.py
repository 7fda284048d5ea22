from django.http import HttpResponse

from apps.courses import desk
from apps.courses.api import desk_schemas as d
from apps.courses.api.router import router
from apps.kernel.public import answer, now
from apps.people.public import SignedIn


@router.get("/desk", response=d.Desk)
def read_desk(request: SignedIn) -> HttpResponse:
    """All that waits for the reader, the oldest promise first; empty for who teaches nothing."""
    return answer(desk.desk(request.user, now()))


@router.get("/desk/behind", response=d.Desk)
def read_behind(request: SignedIn) -> HttpResponse:
    """Students who fall behind, a row a course."""
    return answer(desk.drifting(request.user, now()))
