from __future__ import annotations

import hashlib
from collections.abc import Iterable
from dataclasses import dataclass

from django.contrib.auth.hashers import make_password
from django.db.models.functions import Lower

from apps.kernel.public import Actor, on_one_line, record
from apps.people.models import Person

LONGEST_SIGN_IN = 150


@dataclass(frozen=True, slots=True)
class Newcomer:
    """`email` in lower case."""

    name: str
    sort_name: str
    email: str


def make_people(actor: Actor, wanted: Iterable[Newcomer]) -> dict[str, Person]:
    """By address, those who are there and those who are made; the latter have no password until they set one."""
    by_address = {one.email: one for one in wanted}
    there = people_by_address(by_address)
    new = [_person(one) for email, one in by_address.items() if email not in there]
    if new:
        # Somebody may make the same person in this moment; then theirs is the one.
        Person.objects.bulk_create(new, ignore_conflicts=True)
        record(actor, "person.make", ("person", 0), after={"addresses": sorted(p.email for p in new)})
    return people_by_address(by_address)


def _person(one: Newcomer) -> Person:
    name = one.name or one.email.partition("@")[0]
    return Person(
        username=one.email if len(one.email) <= LONGEST_SIGN_IN else hashlib.sha256(one.email.encode()).hexdigest(),
        email=one.email,
        name=on_one_line(name)[:150],
        sort_name=on_one_line(one.sort_name or name)[:150],
        password=make_password(None),
    )


def people_by_address(addresses: Iterable[str]) -> dict[str, Person]:
    """Addresses are compared without regard to letter case."""
    found = Person.objects.annotate(address=Lower("email")).filter(address__in=[a.lower() for a in addresses])
    return {person.address: person for person in found}
