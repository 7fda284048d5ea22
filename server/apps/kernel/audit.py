"""Write what changed, in the transaction of the change."""

from __future__ import annotations

from django.db import transaction

from apps.kernel.actors import Actor
from apps.kernel.clock import now
from apps.kernel.models import AuditRecord


def record(
    actor: Actor,
    action: str,
    target: tuple[str, int],
    *,
    course_id: int | None = None,
    before: object = None,
    after: object = None,
    why: str = "",
) -> AuditRecord:
    """Keep one change. Raises when called outside a transaction: a record without its change lies."""
    if not transaction.get_connection().in_atomic_block:
        raise RuntimeError("an audit record belongs to the transaction of its change")
    return AuditRecord.objects.create(
        at=now(),
        actor_id=actor.person_id,
        actor_name=actor.name,
        action=action,
        course_id=course_id,
        target_kind=target[0],
        target_id=target[1],
        before=before,
        after=after,
        why=why,
    )
