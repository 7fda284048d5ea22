from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import answer
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.talking import page
from apps.screens.talking import schemas as s

router = Router(tags=["talk"])


@router.get("/courses/{slug}/discussions", response=s.Discussions)
def read_discussions(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(page.discussions(course, reader))
