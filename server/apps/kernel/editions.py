"""The edition of a thing that people change: the last change that was made to it. A write that says which one its
writer saw (If-Match, RFC 9110) is refused over a later one."""

from __future__ import annotations

from collections.abc import Collection, Mapping
from contextvars import ContextVar
from functools import reduce
from operator import or_

from django.db.models import Max, Q

from apps.kernel.audit import Thing
from apps.kernel.models import AuditTouch
from apps.kernel.refusals import Refused

expected: ContextVar[int | None] = ContextVar("expected", default=None)
"""What the writer saw, until the thing that it is about is asked for."""


def edition(thing: Thing) -> int:
    """0 for what nobody has changed yet."""
    return editions({thing[0]: [thing[1]]}).get(thing, 0)


def editions(wanted: Mapping[str, Collection[int]]) -> dict[Thing, int]:
    """Of things by kind, in one query; those that nobody has changed yet are left out."""
    meant = reduce(or_, (Q(kind=kind, thing__in=ids) for kind, ids in wanted.items()))
    rows = AuditTouch.objects.filter(meant).values("kind", "thing").annotate(last=Max("record_id"))
    return {(row["kind"], row["thing"]): row["last"] for row in rows}


def require_edition(thing: Thing) -> None:
    """Refuse when the writer said which edition they saw, and it is not the present one; asked under the lock of
    the change. One write is asked once: what it goes on to change is its own doing."""
    seen = expected.get()
    if seen is None:
        return
    expected.set(None)
    last = AuditTouch.objects.filter(kind=thing[0], thing=thing[1]).select_related("record").order_by("-record").first()
    if last is not None and last.record_id != seen:
        who, at = last.record.actor_name, last.record.at
        also = {"edition": last.record_id, "who": who, "at": at.isoformat()}
        raise Refused("request.changed_meanwhile", status=412, also=also, who=who)


def said_edition(header: str) -> int | None:
    """The number in If-Match; None without one."""
    if not header:
        return None
    plain = header.strip().strip('"')
    if not plain.isascii() or not plain.isdigit() or len(plain) > len(str(2**63)) - 1:
        raise Refused("request.edition_unreadable", status=400)
    return int(plain)
