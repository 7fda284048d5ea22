"""Whose work it is, unsaid while it is scored: each piece has a number that stays, drawn from a secret of the place."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from django.utils.crypto import salted_hmac
from django.utils.translation import gettext as _

from apps.courses.public import Course, students


@dataclass(frozen=True, slots=True)
class Numbers:
    """By person. Empty where names are said."""

    by_person: dict[int, int]

    def name(self, person_id: int, name: str, *, out: bool) -> str:
        """`out`: their score is, so they are known by it."""
        number = self.by_person.get(person_id)
        return name if out or number is None else _("Work %(n)s") % {"n": number}

    def hides(self, person_id: int, *, out: bool) -> bool:
        return not out and person_id in self.by_person


NAMED = Numbers({})


def numbers_of(course: Course, item_id: int) -> Numbers:
    """From 1, over all students of the course, in an order that tells nothing."""
    return numbered(item_id, students(course).values_list("person_id", flat=True))


def numbered(item_id: int, people: Iterable[int]) -> Numbers:
    drawn = sorted(people, key=lambda pk: salted_hmac("assignments.anonymous", f"{item_id}.{pk}").hexdigest())
    return Numbers({pk: n for n, pk in enumerate(drawn, start=1)})
