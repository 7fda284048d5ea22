from datetime import datetime
from zoneinfo import ZoneInfo

from django.http import HttpResponse
from unvo_core.schedule.zones import instant_of

from apps.courses import sheets
from apps.courses.access import ref
from apps.courses.actions import note_fact
from apps.courses.actions.set_moments import wall_of
from apps.courses.actions.undo_change import last_undoable
from apps.courses.api import schemas as s
from apps.courses.api.router import router
from apps.courses.editions import changes
from apps.courses.item_pages import item_page
from apps.courses.memberships import course_and_membership
from apps.courses.models import Course, Fact
from apps.courses.policies import can_enter
from apps.courses.queries import course_by_slug, person_layout, progress
from apps.courses.shelf import shelf
from apps.kernel.public import actor_of, answer, now, require, write
from apps.people.public import SignedIn


def enter(request: SignedIn, slug: str) -> tuple[Course, sheets.Reader]:
    course, member = course_and_membership(actor_of(request), slug)
    require(can_enter(member))
    at = _as_on(request, course) if member.teaches else None
    return course, sheets.Reader(request.user.pk, member, request.user.budget_minutes, at or now())


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


def _facts(request: SignedIn, course: Course, item_id: int) -> s.FactsOfItem:
    laid = person_layout(course, request.user.pk)
    known = progress(course, laid, request.user.pk, now())
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
