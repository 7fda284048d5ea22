from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import answer
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.classes import schemas as r
from apps.screens.classes.page import class_day

router = Router(tags=["classes"])


@router.get("/courses/{slug}/classes/{number}", response=r.ClassDay)
def read_class(request: SignedIn, slug: str, number: int) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(class_day(course, number, reader))
