from django.http import HttpResponse
from ninja import Router

from apps.courses.public import (
    Course,
    can_lay_out,
    can_see_student,
    can_study,
    can_teach,
    course_by_slug,
    enter,
    item_row,
    require_open,
    students,
)
from apps.gradebook import queries
from apps.gradebook.actions.release_scores import release_scores
from apps.gradebook.actions.set_grading import set_grading
from apps.gradebook.api import schemas as s
from apps.gradebook.book import book
from apps.gradebook.facts import fraction
from apps.gradebook.marks import points
from apps.gradebook.models import Score
from apps.gradebook.standing_sheet import own_standing, standing
from apps.gradebook.strips import class_strips as strips
from apps.kernel.public import actor_of, answer, not_found, now, require, write
from apps.people.public import SignedIn

router = Router(tags=["gradebook"])


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


@router.get("/courses/{slug}/gradebook", response=s.Book)
def gradebook(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(book(course, reader.member.section_ids))


@router.get("/courses/{slug}/class-strips", response=list[s.Strip])
def class_strips(request: SignedIn, slug: str) -> list[s.Strip]:
    course, _ = enter(request, slug)
    return strips(course)


def _choices(course: Course) -> tuple[list[s.Choice], list[s.Choice]]:
    found = [s.Choice(id=c.pk, name=c.name) for c in queries.categories(course)]
    return found, [s.Choice(id=r.pk, name=r.name) for r in queries.late_rules(course)]


def _grading(course: Course, item_id: int, teaching: bool) -> s.ItemGrading:
    graded = queries.graded_items(course).get(item_id)
    category = graded.category if graded else None
    late = graded.late_rule if graded else None
    held = Score.objects.filter(cell__graded_item=graded, released_at__isnull=True).count() if graded else 0
    categories, late_rules = _choices(course) if teaching else ([], [])
    return s.ItemGrading(
        category=category.name if category else "",
        weight=None if category is None or category.weight is None else str(points(fraction(category.weight))),
        late_percent=str(points(fraction(late.percent))) if late else None,
        late_per=late.per if late else None,
        grace_minutes=late.grace_minutes if late else 0,
        floor_percent=str(points(fraction(late.floor_percent))) if late else None,
        counting=graded.counting if graded else "latest",
        hold=graded.hold if graded else False,
        held=held if teaching else 0,
        category_id=graded.category_id if graded else None,
        late_rule_id=graded.late_rule_id if graded else None,
        categories=categories,
        late_rules=late_rules,
    )


@router.get("/courses/{slug}/items/{item_id}/grading", response=s.ItemGrading)
def item_grading(request: SignedIn, slug: str, item_id: int) -> s.ItemGrading:
    course, reader = enter(request, slug)
    if not reader.member.teaches:
        require_open(course, item_id, actor_of(request))
    else:
        item_row(course, item_id)
    return _grading(course, item_id, reader.member.teaches)


@router.put("/courses/{slug}/items/{item_id}/grading", response=s.ItemGrading)
@write
def edit_grading(request: SignedIn, slug: str, item_id: int, payload: s.GradingIn) -> s.ItemGrading:
    course = course_by_slug(slug)
    set_grading(actor_of(request), course, item_id, payload.category_id, payload.late_rule_id, payload.hold)
    return _grading(course, item_id, True)


@router.post("/courses/{slug}/items/{item_id}/release", response=s.Released)
@write
def release(request: SignedIn, slug: str, item_id: int) -> s.Released:
    course, reader = enter(request, slug)
    require(can_lay_out(reader.member))
    return s.Released(scores=release_scores(actor_of(request), course, item_id), at=now())
