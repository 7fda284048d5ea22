from typing import Annotated

from ninja import Query, Router
from unvo_core.schedule.term import Break

from apps.administration import acting, pages
from apps.administration.actions.keep_term import TermWish, keep_term, remove_term
from apps.administration.actions.merge_people import merge_people
from apps.administration.actions.set_rights import set_rights
from apps.administration.api import schemas as s
from apps.courses.public import Named, bring_back
from apps.kernel.public import Refused, actor_of, require, write
from apps.people.public import Person, SignedIn, can_administer

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
    return pages.terms()


@router.put("/administration/terms/{term_id}", response=list[s.KeptTerm])
@write
def edit_term(request: SignedIn, term_id: int, payload: s.TermIn) -> list[s.KeptTerm]:
    keep_term(actor_of(request), term_id, _wish(payload))
    return pages.terms()


@router.delete("/administration/terms/{term_id}", response=list[s.KeptTerm])
@write
def delete_term(request: SignedIn, term_id: int) -> list[s.KeptTerm]:
    remove_term(actor_of(request), term_id)
    return pages.terms()


def _wish(payload: s.TermIn) -> TermWish:
    breaks = [Break(b.name, b.first_day, b.last_day, b.takes_week_number) for b in payload.breaks]
    return TermWish(**payload.model_dump(exclude={"breaks"}), breaks=breaks)


@router.get("/administration/courses", response=list[s.KeptCourse])
def read_all_courses(request: SignedIn, find: Find = "", state: s.State | None = None) -> list[s.KeptCourse]:
    require(can_administer(actor_of(request)))
    return pages.courses(find, state)


@router.post("/administration/courses/{course_id}/back", response=Named)
@write
def bring_course_back(request: SignedIn, course_id: int) -> Named:
    """A removed course, as it was."""
    course = bring_back(actor_of(request), course_id)
    return Named(id=course.pk, name=course.title)


@router.get("/administration/people", response=list[s.KeptPerson])
def read_all_people(request: SignedIn, find: Find = "", rights: bool = False) -> list[s.KeptPerson]:
    require(can_administer(actor_of(request)))
    return pages.people(find, rights)


@router.put("/administration/people/{person_id}", response=Named)
@write
def edit_rights(request: SignedIn, person_id: int, payload: s.RightsIn) -> Named:
    wanted = {
        "administers": payload.administers,
        "makes_courses": payload.makes_courses,
        "is_active": payload.active,
    }
    return _named(set_rights(actor_of(request), person_id, **wanted))


def _named(person: Person) -> Named:
    return Named(id=person.pk, name=person.name)


@router.post("/administration/people/{person_id}/merge", response=Named)
@write
def merge_two_people(request: SignedIn, person_id: int, payload: s.MergePeopleIn) -> Named:
    actor = actor_of(request)
    require(can_administer(actor))
    if person_id == payload.gone:
        raise Refused("person.merge_self")
    return _named(merge_people(actor, person_id, payload.gone))


@router.post("/administration/acting", response=Named)
@write
def begin_acting(request: SignedIn, payload: s.ActIn) -> Named:
    """From now on everything is read as that person reads it."""
    return _named(acting.begin(request, actor_of(request), payload.person_id, payload.why))


@router.delete("/administration/acting", response=Named)
@write
def end_acting(request: SignedIn) -> Named:
    acting.end(request, actor_of(request))
    return _named(request.user)


@router.get("/administration/log", response=s.Log)
def read_log(request: SignedIn, find: Find = "", before: int | None = None) -> s.Log:
    require(can_administer(actor_of(request)))
    return pages.log(find, before)
