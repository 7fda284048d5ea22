from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import answer
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.term import page as term_map
from apps.screens.term import schemas as t

router = Router(tags=["term"])


@router.get("/courses/{slug}/term", response=t.TermMap)
def read_term(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(term_map.term_map(course, reader))
