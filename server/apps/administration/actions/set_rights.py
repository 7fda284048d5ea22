from __future__ import annotations

from apps.kernel.public import Actor, Refused, not_found, record, require
from apps.people.public import Person, can_administer

RIGHTS = ("administers", "makes_courses", "is_active")


def set_rights(actor: Actor, person_id: int, **wanted: bool) -> Person:
    """What somebody may do over the whole place, and whether they come in at all; one administrator always stays."""
    require(can_administer(actor))
    # All of them in one order: two who take each other's right away wait, and the second is refused.
    rows = {p.pk: p for p in Person.objects.select_for_update(no_key=True).filter(administers=True).order_by("pk")}
    person = rows.get(person_id) or Person.objects.select_for_update(no_key=True).filter(pk=person_id).first()
    if person is None:
        raise not_found("person")
    require(can_administer(actor))
    before = {name: getattr(person, name) for name in RIGHTS}
    for name, value in wanted.items():
        setattr(person, name, value)
    after = {name: getattr(person, name) for name in RIGHTS}
    if after == before:
        return person
    others = [p for p in rows.values() if p.pk != person.pk and p.is_active]
    if not others and not (person.administers and person.is_active):
        raise Refused("person.last_administrator", status=409)
    person.save(update_fields=list(RIGHTS))
    record(actor, "person.rights", ("person", person.pk), before=before, after=after)
    return person
