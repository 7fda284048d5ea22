from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_see_student, can_study, students
from apps.kernel.public import answer, not_found, pdf_answer, require
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.standing import schemas as s
from apps.screens.standing.page import own_known, own_standing, standing
from apps.screens.standing.paper import standing_pdf
from apps.screens.standing.strips import class_strips as strips
from apps.screens.standing.trying import tried

router = Router(tags=["standing"])


@router.get("/courses/{slug}/standing", response=s.Standing)
def my_standing(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    return answer(own_standing(course, reader, request.user.name))


@router.post("/courses/{slug}/standing/try", response=s.TriedStanding)
def try_scores(request: SignedIn, slug: str, payload: s.TriedIn) -> s.TriedStanding:
    """The reader's own totals with other scores, and what every band needs; changes nothing."""
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    return tried(own_known(course, reader), payload.scores)


@router.get("/courses/{slug}/standing/pdf")
def my_standing_pdf(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    return pdf_answer(standing_pdf(course, own_standing(course, reader, request.user.name)), f"standing-{slug}.pdf")


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
