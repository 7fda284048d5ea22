from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from unvo_core.people.people_table import ADDRESS

from apps.courses.public import Course, Fate, can_lay_out, enrol, membership, set_teacher
from apps.joining.actions.invite import invite, tell_enrolled
from apps.kernel.public import Actor, Refused, require
from apps.people.public import Newcomer, Person, make_people

MOST_AT_ONCE = 500
"""People of one request; a longer list comes in several."""


@dataclass(frozen=True, slots=True)
class Wish:
    name: str
    sort_name: str
    email: str
    section_id: int | None


def enrol_people(actor: Actor, course: Course, wishes: Sequence[Wish]) -> Counter[Fate]:
    """Enrol students, known by their address or new; the new ones are invited, the others told."""
    require(can_lay_out(membership(actor, course)))
    if len(wishes) > MOST_AT_ONCE:
        raise Refused("people.too_many", most=MOST_AT_ONCE)
    people = make_people(actor, [_newcomer(wish) for wish in wishes])
    sections = {people[_address(wish)].pk: wish.section_id for wish in wishes}
    fates = enrol(actor, course, sections)
    for person in people.values():
        if fates[person.pk] in ("new", "returned"):
            _tell(actor, course, person)
    return Counter(fates.values())


def add_teacher(actor: Actor, course: Course, wish: Wish, role: str, section_ids: list[int]) -> Person:
    require(can_lay_out(membership(actor, course)))
    person = make_people(actor, [_newcomer(wish)])[_address(wish)]
    set_teacher(actor, course, person.pk, role, section_ids)
    _tell(actor, course, person)
    return person


def _tell(actor: Actor, course: Course, person: Person) -> None:
    into = f"{course.code} {course.title}"
    (tell_enrolled if person.has_usable_password() else invite)(person, into, actor.name)


def _newcomer(wish: Wish) -> Newcomer:
    return Newcomer(wish.name.strip(), wish.sort_name.strip(), _address(wish))


def _address(wish: Wish) -> str:
    address = wish.email.strip().lower()
    if not ADDRESS.fullmatch(address) or len(address) > 254:
        raise Refused("people.bad_address", line="–", address=address[:80])
    return address
