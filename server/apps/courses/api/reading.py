from datetime import datetime
from zoneinfo import ZoneInfo

from django.http import HttpResponse
from unvo_core.schedule.zones import instant_of

from apps.courses import sheets
from apps.courses.access import ref, refuse_locked
from apps.courses.actions import note_fact
from apps.courses.actions.set_moments import wall_of
from apps.courses.actions.undo_change import last_undoable
from apps.courses.api import schemas as s
from apps.courses.api.router import router
from apps.courses.editions import changes
from apps.courses.item_pages import item_page
from apps.courses.memberships import course_and_membership
from apps.courses.models import Course, Fact
from apps.courses.policies import can_enter, can_study
from apps.courses.queries import Progress, course_by_slug, person_layout, progress
from apps.courses.shelf import shelf
from apps.courses.walking import MadeUp, made_up
from apps.kernel.public import actor_of, answer, now, require, write
from apps.people.public import SignedIn

NOBODY = 0
"""The person of a made-up student: nobody has this key."""


def enter(request: SignedIn, slug: str) -> tuple[Course, sheets.Reader]:
    course, member = course_and_membership(actor_of(request), slug)
    require(can_enter(member))
    at = _as_on(request, course) if member.teaches else None
    who = _as_student(request, course) if member.teaches else None
    person_id, place = (NOBODY, who.member) if who else (request.user.pk, member)
    return course, sheets.Reader(person_id, place, request.user.budget_minutes, at or now(), who)


def _as_student(request: SignedIn, course: Course) -> MadeUp | None:
    """The walk-through: teachers read a course as a made-up student does. Writes are always their own."""
    said = request.headers.get("As-Student", "")
    return made_up(said, course) if said and request.method == "GET" else None


def _as_on(request: SignedIn, course: Course) -> datetime | None:
    """The walk-through clock: teachers read a course as on another wall time. Writes keep to the real one."""
    wall = request.headers.get("As-On", "")
    if not wall or request.method != "GET":
        return None
    return instant_of(wall_of(wall, course), ZoneInfo(course.zone))


@router.get("/courses", response=list[s.ShelfCourse])
def my_courses(request: SignedIn) -> list[s.ShelfCourse]:
    return shelf(request.user.pk)


@router.get("/courses/{slug}/ribbon", response=s.Ribbon)
def course_ribbon(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(sheets.ribbon(course, reader))


@router.get("/courses/{slug}/weeks/{key}", response=s.Sheet)
def week_sheet(request: SignedIn, slug: str, key: str) -> HttpResponse:
    """The week with this key, or the module with this number in a course without dates."""
    course, reader = enter(request, slug)
    undo = last_undoable(actor_of(request), course) if reader.member.instructs else None
    return answer(sheets.sheet(course, key, reader, undo))


@router.get("/courses/{slug}/items/{item_id}", response=s.ItemPage)
def item(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(item_page(course, item_id, reader))


@router.get("/courses/{slug}/items/{item_id}/changes", response=s.TextChanges)
def text_changes(request: SignedIn, slug: str, item_id: int, since: int = 0, until: int | None = None) -> s.TextChanges:
    course, reader = enter(request, slug)
    return changes(course, item_id, reader, since, until)


@router.get("/courses/{slug}/items/{item_id}/facts", response=s.FactsOfItem)
def read_facts(request: SignedIn, slug: str, item_id: int) -> s.FactsOfItem:
    """Where a student stands with an item, and what comes next."""
    course, reader = enter(request, slug)
    require(can_study(reader.member))
    known = sheets.own_progress(course, sheets.laid_for(course, reader), reader)
    refuse_locked(known, item_id)
    return _told(known, item_id)


def _facts(request: SignedIn, course: Course, item_id: int) -> s.FactsOfItem:
    laid = person_layout(course, request.user.pk)
    return _told(progress(course, laid, request.user.pk, now()), item_id)


def _told(known: Progress, item_id: int) -> s.FactsOfItem:
    laid = known.laid
    state, following = known.course.items[item_id], known.course.next_item_id
    return s.FactsOfItem(
        state=state.state.value,
        done=state.done,
        watched=known.details.get((item_id, Fact.WATCHED), {}).get("percent"),
        done_at=state.done_at,
        next=sheets.item_ref(ref(laid, following)) if following else None,
    )


@router.post("/courses/{slug}/items/{item_id}/opened", response=s.FactsOfItem)
@write
def opened(request: SignedIn, slug: str, item_id: int) -> s.FactsOfItem:
    course = course_by_slug(slug)
    note_fact.note_opened(actor_of(request), course, item_id)
    return _facts(request, course, item_id)


@router.post("/courses/{slug}/items/{item_id}/tick", response=s.FactsOfItem)
@write
def tick(request: SignedIn, slug: str, item_id: int, payload: s.TickIn) -> s.FactsOfItem:
    course = course_by_slug(slug)
    note_fact.tick(actor_of(request), course, item_id, payload.done)
    return _facts(request, course, item_id)


@router.post("/courses/{slug}/items/{item_id}/watched", response=s.FactsOfItem)
@write
def watched(request: SignedIn, slug: str, item_id: int, payload: s.WatchedIn) -> s.FactsOfItem:
    course = course_by_slug(slug)
    note_fact.watch(actor_of(request), course, item_id, payload.position, [(a, b) for a, b in payload.seen])
    return _facts(request, course, item_id)


@router.post("/courses/{slug}/items/{item_id}/acknowledgement", response=s.FactsOfItem)
@write
def acknowledge(request: SignedIn, slug: str, item_id: int, payload: s.AcknowledgeIn) -> s.FactsOfItem:
    course = course_by_slug(slug)
    note_fact.acknowledge(actor_of(request), course, item_id, payload.edition)
    return _facts(request, course, item_id)
