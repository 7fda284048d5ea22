from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_teach
from apps.kernel.public import answer, require
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.gradebook import schemas as s
from apps.screens.gradebook.page import book

router = Router(tags=["gradebook"])


@router.get("/courses/{slug}/gradebook", response=s.Book)
def gradebook(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(book(course, reader.now, reader.member.section_ids))
