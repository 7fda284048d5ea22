from typing import Annotated

from ninja import Query, Router
from unvo_core.schedule.term import Break

from apps.administration import acting, pages
from apps.administration.actions.keep_term import TermWish, keep_term, remove_term
from apps.administration.actions.merge_people import merge_people
from apps.administration.actions.set_rights import set_rights
from apps.administration.api import schemas as s
from apps.courses.public import bring_back
from apps.kernel.public import Refused, actor_of, require, write
from apps.people.public import SignedIn, can_administer

router = Router(tags=["administration"])
Find = Annotated[str, Query(max_length=200)]


@router.get("/administration/terms", response=list[s.KeptTerm])
def read_terms(request: SignedIn) -> list[s.KeptTerm]:
    require(can_administer(actor_of(request)))
    return pages.terms()


@router.post("/administration/terms", response=list[s.KeptTerm])
@write
def new_term(request: SignedIn, payload: s.TermIn) -> list[s.KeptTerm]:
    keep_term(actor_of(request), None, _wish(payload))
    return [term.model_dump(mode="json") for term in pages.terms()]  # type: ignore[misc]


@router.put("/administration/terms/{term_id}", response=list[s.KeptTerm])
@write
def edit_term(request: SignedIn, term_id: int, payload: s.TermIn) -> list[s.KeptTerm]:
    keep_term(actor_of(request), term_id, _wish(payload))
    return [term.model_dump(mode="json") for term in pages.terms()]  # type: ignore[misc]


@router.delete("/administration/terms/{term_id}", response=list[s.KeptTerm])
@write
def delete_term(request: SignedIn, term_id: int) -> list[s.KeptTerm]:
    remove_term(actor_of(request), term_id)
    return [term.model_dump(mode="json") for term in pages.terms()]  # type: ignore[misc]


def _wish(payload: s.TermIn) -> TermWish:
    breaks = [Break(b.name, b.first_day, b.last_day, b.takes_week_number) for b in payload.breaks]
    return TermWish(**payload.model_dump(exclude={"breaks"}), breaks=breaks)


@router.get("/administration/courses", response=list[s.KeptCourse])
def read_all_courses(request: SignedIn, find: Find = "", state: s.State | None = None) -> list[s.KeptCourse]:
    require(can_administer(actor_of(request)))
    return pages.courses(find, state)


@router.post("/administration/courses/{course_id}/back", response=s.Acting)
@write
def bring_course_back(request: SignedIn, course_id: int) -> s.Acting:
    """A removed course, as it was."""
    return s.Acting(name=bring_back(actor_of(request), course_id).title)


@router.get("/administration/people", response=list[s.KeptPerson])
def read_all_people(request: SignedIn, find: Find = "", rights: bool = False) -> list[s.KeptPerson]:
    require(can_administer(actor_of(request)))
    return pages.people(find, rights)


@router.put("/administration/people/{person_id}", response=s.Acting)
@write
def edit_rights(request: SignedIn, person_id: int, payload: s.RightsIn) -> s.Acting:
    wanted = {
        "administers": payload.administers,
        "makes_courses": payload.makes_courses,
        "is_active": payload.active,
    }
    return s.Acting(name=set_rights(actor_of(request), person_id, **wanted).name)


@router.post("/administration/people/{person_id}/merge", response=s.Acting)
@write
def merge_two_people(request: SignedIn, person_id: int, payload: s.MergePeopleIn) -> s.Acting:
    actor = actor_of(request)
    require(can_administer(actor))
    if person_id == payload.gone:
        raise Refused("person.merge_self")
    return s.Acting(name=merge_people(actor, person_id, payload.gone).name)


@router.post("/administration/acting", response=s.Acting)
@write
def begin_acting(request: SignedIn, payload: s.ActIn) -> s.Acting:
    """From now on everything is read as that person reads it."""
    return s.Acting(name=acting.begin(request, actor_of(request), payload.person_id, payload.why).name)


@router.delete("/administration/acting", response=s.Acting)
@write
def end_acting(request: SignedIn) -> s.Acting:
    acting.end(request, actor_of(request))
    return s.Acting(name=request.user.name)


@router.get("/administration/log", response=s.Log)
def read_log(request: SignedIn, find: Find = "", before: int | None = None) -> s.Log:
    require(can_administer(actor_of(request)))
    return pages.log(find, before)
