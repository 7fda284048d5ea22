from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from apps.kernel.public import Actor, Refused, record
from apps.links.actions.join_system import told
from apps.links.lti import names
from apps.links.models import LinkedSystem
from apps.links.policies import require_keeper_of

MAY_CHANGE = ("name", "scopes", "sends_name", "sends_email", "framed", "off")


def change_system(actor: Actor, system: LinkedSystem, wish: Mapping[str, Any]) -> None:
    """What a system is called, may call, is told, and how it opens; switched off, nothing opens and nothing is taken.

    Its addresses stay as they were registered: another place is another system."""
    require_keeper_of(actor, system)
    fields = {name: value for name, value in wish.items() if name in MAY_CHANGE and value is not None}
    if "name" in fields and not fields["name"].strip():
        raise Refused("links.no_name")
    if "scopes" in fields:
        fields["scopes"] = [scope for scope in names.SCOPES if scope in fields["scopes"]]
    before = told(system)
    for name, value in fields.items():
        setattr(system, name, value)
    system.save(update_fields=list(fields))
    after = told(system)
    if after != before:
        thing = ("system", system.pk)
        record(actor, "system.change", thing, course_id=system.course_id, before=before, after=after)
