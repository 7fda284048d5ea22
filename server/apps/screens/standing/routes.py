from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_see_student, can_study, students
from apps.kernel.public import answer, not_found, require
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.standing import schemas as s
from apps.screens.standing.page import own_standing, standing
from apps.screens.standing.strips import class_strips as strips

router = Router(tags=["standing"])


@router.get("/courses/{slug}/standing", response=s.Standing)
def my_standing(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    return answer(own_standing(course, reader, request.user.name))


@router.get("/courses/{slug}/standing/{person_id}", response=s.Standing)
def standing_of(request: SignedIn, slug: str, person_id: int) -> HttpResponse:
    """A student's standing as that student sees it, for their teachers."""
    course, reader = enter(request, slug)
    enrolment = students(course).select_related("person").filter(person_id=person_id).first()
    require(can_see_student(reader.member, enrolment.section_id if enrolment else None))
    if enrolment is None:
        raise not_found("student")
    return answer(standing(course, person_id, enrolment.person.name, reader.now))


@router.get("/courses/{slug}/class-strips", response=list[s.Strip])
def class_strips(request: SignedIn, slug: str) -> list[s.Strip]:
    course, _ = enter(request, slug)
    return strips(course)
