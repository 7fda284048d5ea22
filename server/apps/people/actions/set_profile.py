from __future__ import annotations

from zoneinfo import available_timezones

from apps.kernel.public import Actor, Refused, one_line, record
from apps.people.models import Person

LABELS = {"name": "Name", "sort_name": "Name in lists"}


def set_profile(actor: Actor, **fields: str) -> Person:
    """One's own name and zone. An empty zone stands for that of each course."""
    person = Person.objects.select_for_update(no_key=True).get(pk=actor.person_id or 0)
    if fields.get("zone") and fields["zone"] not in available_timezones():
        raise Refused("person.zone", zone=fields["zone"][:64])
    wanted = {name: one_line(value, LABELS[name], 150) if name in LABELS else value for name, value in fields.items()}
    before = {name: getattr(person, name) for name in wanted if getattr(person, name) != wanted[name]}
    for name in before:
        setattr(person, name, wanted[name])
    if before:
        person.save(update_fields=list(before))
        record(actor, "person.profile", ("person", person.pk), before=before, after={n: wanted[n] for n in before})
    return person
