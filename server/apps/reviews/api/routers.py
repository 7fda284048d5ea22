"""Students read each other's work: what is drawn for them, what they say, and the class of it."""

from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_see_student, can_study, can_teach, course_by_slug, students
from apps.gradebook.public import Chosen
from apps.kernel.public import actor_of, answer, not_found, now, require, write
from apps.layout.public import person_layout
from apps.path.public import enter, opened_for, progress
from apps.people.public import SignedIn
from apps.reviews import pages
from apps.reviews.actions.draw_lot import draw_lot
from apps.reviews.actions.set_rules import ReviewWish, set_review_rules
from apps.reviews.actions.take_means import take_means
from apps.reviews.actions.write_reading import ReadingWish, write_reading
from apps.reviews.api import schemas as s

router = Router(tags=["reviews"])
ITEM = "/courses/{slug}/items/{item_id}"


@router.get(ITEM + "/reviews", response=s.MyReviews)
def read_my_reviews(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    """What was drawn for the reader."""
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    known = opened_for(course, item_id, reader)
    return answer(pages.my_reviews(course, item_id, reader.person_id, known))


@router.put(ITEM + "/reviews/{position}", response=s.MyReviews)
@write
def write_my_review(request: SignedIn, slug: str, item_id: int, position: int, payload: s.ReadingIn) -> s.MyReviews:
    chosen = [Chosen(**one.model_dump()) for one in payload.chosen]
    wish = ReadingWish(**payload.model_dump(exclude={"chosen"}), chosen=chosen)
    write_reading(actor_of(request), course_by_slug(slug), item_id, position, wish)
    course = course_by_slug(slug)  # of another version, where its first score was kept
    known = progress(course, person_layout(course, request.user.pk), request.user.pk, now())
    return pages.my_reviews(course, item_id, request.user.pk, known)


@router.get(ITEM + "/own-readings", response=s.PeerReadings)
def read_own_readings(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    """What others said of the reader's work."""
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    opened_for(course, item_id, reader)
    return answer(pages.own_readings(course, item_id, reader.person_id, reader.now))


@router.get(ITEM + "/hand-ins/{person_id}/readings", response=s.PeerReadings)
def read_readings(request: SignedIn, slug: str, item_id: int, person_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    enrolment = students(course).filter(person_id=person_id).first()
    require(can_see_student(reader.member, enrolment.section_id if enrolment else None))
    if enrolment is None:
        raise not_found("student")
    return answer(pages.readings_of(course, item_id, person_id))


@router.get(ITEM + "/review-class", response=s.ReviewClass)
def read_review_class(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(pages.review_class(course, item_id, reader))


@router.put(ITEM + "/review-rules", response=s.ReviewClass)
@write
def keep_review_rules(request: SignedIn, slug: str, item_id: int, payload: s.ReviewRulesIn) -> s.ReviewClass:
    course, reader = enter(request, slug)
    set_review_rules(actor_of(request), course, item_id, ReviewWish(**payload.model_dump()))
    return pages.review_class(course_by_slug(slug), item_id, reader)


@router.post(ITEM + "/review-lot", response=s.Drawn)
@write
def draw_review_lot(request: SignedIn, slug: str, item_id: int) -> s.Drawn:
    return s.Drawn(readers=draw_lot(actor_of(request), course_by_slug(slug), item_id))


@router.post(ITEM + "/review-means", response=s.MeansTaken)
@write
def take_review_means(request: SignedIn, slug: str, item_id: int) -> s.MeansTaken:
    return s.MeansTaken(people=take_means(actor_of(request), course_by_slug(slug), item_id))
