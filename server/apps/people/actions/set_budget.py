from __future__ import annotations

from apps.kernel.public import Actor, Refused, now, record
from apps.people.models import Person

MOST_MINUTES = 16 * 60


def set_budget(actor: Actor, minutes: list[int]) -> Person:
    """One's own minutes for course work, seven figures, Monday first."""
    if len(minutes) != 7 or any(not 0 <= m <= MOST_MINUTES for m in minutes):
        raise Refused("person.budget", most=MOST_MINUTES)
    person = Person.objects.select_for_update(no_key=True).get(pk=actor.person_id or 0)
    before, person.budget_minutes = person.budget_minutes, minutes
    person.save(update_fields=["budget_minutes"])
    record(actor, "person.budget", ("person", person.pk), before=list(before), after=minutes)
    return person


def note_today_seen(actor: Actor) -> None:
    """What stood on Today has been seen; the next visit starts its news from here."""
    Person.objects.filter(pk=actor.person_id or 0).update(seen_today_at=now())
