"""Who is meant by the name under which a system knows somebody."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from apps.links.models import Known, LinkedSystem


def subject_of(system: LinkedSystem, subject: Any) -> int | None:
    """The person's id; None for a name that this system was never told."""
    if not isinstance(subject, str):
        return None
    try:
        key = UUID(subject)
    except ValueError:
        return None
    return Known.objects.filter(system=system, subject=key).values_list("person_id", flat=True).first()
