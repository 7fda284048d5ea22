from ninja import Router

from apps.courses.public import Course, can_study, course_by_slug
from apps.kernel.public import actor_of, now, require, write
from apps.layout.public import item_ref, person_layout, ref
from apps.path.access import refuse_locked
from apps.path.actions.acknowledge_text import acknowledge_text
from apps.path.actions.mark_person import mark_person
from apps.path.actions.note_opened import note_opened
from apps.path.actions.tick_item import tick_item
from apps.path.actions.watch_recording import watch_recording
from apps.path.api import schemas as s
from apps.path.editions import changes
from apps.path.entering import enter
from apps.path.models import Fact
from apps.path.progress import Progress, progress
from apps.path.readers import laid_for, own_progress
from apps.people.public import SignedIn

router = Router(tags=["path"])


@router.put("/courses/{slug}/items/{item_id}/people/{person_id}", response=s.Marked)
@write
def mark_student(request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.MarkIn) -> s.Marked:
    """Done, not done, or let in, for one student."""
    course = course_by_slug(slug)
    mark_person(actor_of(request), course, item_id, person_id, payload.kind, payload.on, payload.reason)
    return s.Marked(at=now())


@router.get("/courses/{slug}/items/{item_id}/changes", response=s.TextChanges)
def text_changes(request: SignedIn, slug: str, item_id: int, since: int = 0, until: int | None = None) -> s.TextChanges:
    course, reader = enter(request, slug)
    return changes(course, item_id, reader, since, until)


@router.get("/courses/{slug}/items/{item_id}/facts", response=s.FactsOfItem)
def read_facts(request: SignedIn, slug: str, item_id: int) -> s.FactsOfItem:
    """Where a student stands with an item, and what comes next."""
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    known = own_progress(course, laid_for(course, reader), reader)
    refuse_locked(known, item_id)
    return _told(known, item_id)


def _facts(request: SignedIn, course: Course, item_id: int) -> s.FactsOfItem:
    laid = person_layout(course, request.user.pk)
    return _told(progress(course, laid, request.user.pk, now()), item_id)


def _told(known: Progress, item_id: int) -> s.FactsOfItem:
    laid = known.laid
    state, following = known.course.items[item_id], known.course.next_item_id
    return s.FactsOfItem(
        state=state.state,
        done=state.done,
        watched=known.details.get((item_id, Fact.WATCHED), {}).get("percent"),
        done_at=state.done_at,
        next=item_ref(ref(laid, following)) if following else None,
    )


@router.post("/courses/{slug}/items/{item_id}/opened", response=s.FactsOfItem)
@write
def opened(request: SignedIn, slug: str, item_id: int) -> s.FactsOfItem:
    course = course_by_slug(slug)
    note_opened(actor_of(request), course, item_id)
    return _facts(request, course, item_id)


@router.post("/courses/{slug}/items/{item_id}/tick", response=s.FactsOfItem)
@write
def tick(request: SignedIn, slug: str, item_id: int, payload: s.TickIn) -> s.FactsOfItem:
    course = course_by_slug(slug)
    tick_item(actor_of(request), course, item_id, payload.done)
    return _facts(request, course, item_id)


@router.post("/courses/{slug}/items/{item_id}/watched", response=s.FactsOfItem)
@write
def watched(request: SignedIn, slug: str, item_id: int, payload: s.WatchedIn) -> s.FactsOfItem:
    course = course_by_slug(slug)
    watch_recording(actor_of(request), course, item_id, payload.position, [(a, b) for a, b in payload.seen])
    return _facts(request, course, item_id)


@router.post("/courses/{slug}/items/{item_id}/acknowledgement", response=s.FactsOfItem)
@write
def acknowledge(request: SignedIn, slug: str, item_id: int, payload: s.AcknowledgeIn) -> s.FactsOfItem:
    course = course_by_slug(slug)
    acknowledge_text(actor_of(request), course, item_id, payload.edition)
    return _facts(request, course, item_id)
