"""Who is meant by the name under which a system knows somebody."""

from __future__ import annotations

from typing import Any

from apps.links.keys import key_of
from apps.links.models import Known, LinkedSystem
from apps.people.public import Person


def subject_of(system: LinkedSystem, subject: Any) -> int | None:
    """The person's id; None for a name that this system was never told."""
    key = key_of(subject)
    return Known.objects.filter(system=system, subject=key).values_list("person_id", flat=True).first()


def keep_names(kept: Person, gone: Person) -> None:
    """Two accounts become one: a system that knows both may go on to call the person by either name."""
    both = Known.objects.filter(person=kept, former=False).values("system")
    Known.objects.filter(person=gone, system__in=both).update(person=kept, former=True)
