from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import answer
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.search import schemas as r
from apps.screens.search.page import search

router = Router(tags=["search"])


@router.get("/courses/{slug}/search", response=r.Found)
def search_course(request: SignedIn, slug: str, q: str = "") -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(search(course, reader, q))
