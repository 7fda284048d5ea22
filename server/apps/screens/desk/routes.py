from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import answer, now
from apps.people.public import SignedIn
from apps.screens.desk import page as desk
from apps.screens.desk import schemas as d

router = Router(tags=["desk"])


@router.get("/desk", response=d.Desk)
def read_desk(request: SignedIn) -> HttpResponse:
    """All that waits for the reader, the oldest promise first; empty for who teaches nothing."""
    return answer(desk.desk(request.user, now()))


@router.get("/desk/behind", response=d.Desk)
def read_behind(request: SignedIn) -> HttpResponse:
    """Students who fall behind, a row a course."""
    return answer(desk.drifting(request.user, now()))
