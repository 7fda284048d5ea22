"""Write what changed, in the transaction of the change."""

from __future__ import annotations

from collections.abc import Collection, Iterator
from contextlib import contextmanager
from contextvars import ContextVar

from django.db import transaction

from apps.kernel.actors import Actor
from apps.kernel.clock import now
from apps.kernel.models import AuditRecord, AuditTouch

Thing = tuple[str, int]
"""Kind and id of what a change was made to."""

_whole: ContextVar[AuditRecord | None] = ContextVar("whole", default=None)


def record(
    actor: Actor,
    action: str,
    target: Thing,
    *,
    course_id: int | None = None,
    before: object = None,
    after: object = None,
    why: str = "",
    touches: Collection[Thing] = (),
    reversible: bool = False,
) -> AuditRecord:
    """Keep one change. Raises when called outside a transaction: a record without its change lies.

    `touches`: the things whose edition it raises.
    """
    if not transaction.get_connection().in_atomic_block:
        raise RuntimeError("an audit record belongs to the transaction of its change")
    made = AuditRecord.objects.create(
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
        reversible=reversible,
        whole=_whole.get(),
    )
    AuditTouch.objects.bulk_create(AuditTouch(record=made, kind=k, thing=pk) for k, pk in dict.fromkeys(touches))
    return made


@contextmanager
def together(actor: Actor, action: str, target: Thing, *, course_id: int | None = None) -> Iterator[AuditRecord]:
    """What is recorded inside is one change: told as one, and set back as one if all of it can be.

    Within another one it is a part of that. Without any change inside nothing is kept, and the record has no id.
    """
    outer = _whole.get()
    if outer is not None:
        yield outer
        return
    whole = record(actor, action, target, course_id=course_id)
    mark = _whole.set(whole)
    try:
        yield whole
    finally:
        _whole.reset(mark)
    kept = list(whole.parts.values_list("reversible", flat=True))
    if kept:
        whole.reversible = all(kept)
        whole.save(update_fields=["reversible"])
    else:
        whole.delete()
