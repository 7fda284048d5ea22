"""Who may do what over the whole place."""

from __future__ import annotations

from django.db.models import QuerySet

from apps.kernel.public import Actor, Allowed, Denied, Verdict
from apps.people.models import Person


def can_make_courses(actor: Actor) -> Verdict:
    """Whoever was given it, and administrators."""
    if _person(actor).filter(makes_courses=True).exists() or isinstance(can_administer(actor), Allowed):
        return Allowed()
    return Denied("person.makes_no_courses")


def can_administer(actor: Actor) -> Verdict:
    """To everybody else there is no administration."""
    return Allowed() if _person(actor).filter(administers=True).exists() else Denied("page", stranger=True)


def _person(actor: Actor) -> QuerySet[Person]:
    return Person.objects.filter(pk=actor.person_id or 0, is_active=True)
