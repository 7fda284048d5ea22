"""What teachers say to somebody's work: notes at a place, comments, that it is given back. Each answer is the work
as it stands then."""

from ninja import Router

from apps.assignments import grading
from apps.assignments.actions import comments, give_back, notes, record_hand_in
from apps.assignments.actions.give_back import ReturnWish
from apps.assignments.actions.record_hand_in import RecordWish
from apps.assignments.actions.together import people
from apps.assignments.actions.whose import Whose
from apps.assignments.api import grading_schemas as s
from apps.courses.public import taught_course
from apps.kernel.public import actor_of, write
from apps.people.public import SignedIn

router = Router(tags=["assignments"])

RETURNED = "/courses/{slug}/items/{item_id}/hand-ins/{person_id}/returned"
NOTES = "/courses/{slug}/items/{item_id}/hand-ins/{person_id}/notes"
RECORDED = "/courses/{slug}/items/{item_id}/hand-ins/{person_id}/recorded"
COMMENTS = "/courses/{slug}/items/{item_id}/hand-ins/{person_id}/comments"


@router.post(RETURNED, response=s.Work)
@write
def give_work_back(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.ReturnIn) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    wish = ReturnWish(**payload.model_dump(exclude={"together"}))
    whose = Whose(item_id, person_id)
    for one in people(actor_of(request), course, whose, payload.attempt, payload.together, given_back=False):
        give_back.give_back(actor_of(request), course, one, wish)
    return _work(request, slug, Whose(item_id, person_id))


@router.delete(RETURNED + "/{attempt}", response=s.Work)
@write
def keep_work_after_all(
    request: SignedIn, slug: str, item_id: int, person_id: int, attempt: int, together: bool = False
) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    for one in people(actor_of(request), course, Whose(item_id, person_id), attempt, together, given_back=True):
        give_back.keep_after_all(actor_of(request), course, one, attempt)
    return _work(request, slug, Whose(item_id, person_id))


@router.post(RECORDED, response=s.Work)
@write
def record_work(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.RecordIn) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    record_hand_in.record_hand_in(
        actor_of(request), course, Whose(item_id, person_id), RecordWish(**payload.model_dump())
    )
    return _work(request, slug, Whose(item_id, person_id))


@router.delete(RECORDED + "/{attempt}", response=s.Work)
@write
def forget_work(
    request: SignedIn, slug: str, item_id: int, person_id: int, attempt: int, together: bool = False
) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    for one in people(actor_of(request), course, Whose(item_id, person_id), attempt, together):
        record_hand_in.forget_recorded(actor_of(request), course, one, attempt)
    return _work(request, slug, Whose(item_id, person_id))


@router.post(COMMENTS, response=s.Work)
@write
def comment_on_work(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.CommentIn) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    for one in people(actor_of(request), course, Whose(item_id, person_id), payload.attempt, payload.together):
        comments.comment(actor_of(request), course, one, payload.attempt, payload.words)
    return _work(request, slug, Whose(item_id, person_id))


@router.delete(COMMENTS + "/{comment_id}", response=s.Work)
@write
def take_comment_away(request: SignedIn, slug: str, item_id: int, person_id: int, comment_id: int) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    comments.remove_comment(actor_of(request), course, Whose(item_id, person_id), comment_id)
    return _work(request, slug, Whose(item_id, person_id))


@router.post(NOTES, response=s.Work)
@write
def add_note(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.NoteIn) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    place = notes.Place(page=payload.page, across=payload.across, down=payload.down, second=payload.second)
    whose = Whose(item_id, person_id)
    notes.add_note(actor_of(request), course, whose, payload.file_id, place, payload.words)
    return _work(request, slug, Whose(item_id, person_id))


@router.put(NOTES + "/{note_id}", response=s.Work)
@write
def change_note(
    request: SignedIn, slug: str, item_id: int, person_id: int, note_id: int, payload: s.NoteWords
) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    notes.change_note(actor_of(request), course, Whose(item_id, person_id), note_id, payload.words)
    return _work(request, slug, Whose(item_id, person_id))


@router.delete(NOTES + "/{note_id}", response=s.Work)
@write
def remove_note(request: SignedIn, slug: str, item_id: int, person_id: int, note_id: int) -> s.Work:
    course = taught_course(actor_of(request), slug)[0]
    notes.remove_note(actor_of(request), course, Whose(item_id, person_id), note_id)
    return _work(request, slug, Whose(item_id, person_id))


def _work(request: SignedIn, slug: str, whose: Whose) -> s.Work:
    """Read anew: the course has another version since work was given back, with other dates for its student."""
    course, member = taught_course(actor_of(request), slug)
    return grading.work_of(course, whose.item_id, whose.person_id, member, request.user.pk)
