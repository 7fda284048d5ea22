"""Reads of notices and of kept mail."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from apps.notices.kinds import KINDS, NoticeKind
from apps.notices.models import Notice, NoticeChoice, OutboxMail


def mail_to(address: str) -> list[OutboxMail]:
    return list(OutboxMail.objects.filter(to=address).order_by("-at", "-id")[:100])


def notices_of(person_id: int, now: datetime, before: int | None, most: int) -> list[Notice]:
    """The newest first."""
    rows = _shown(person_id, now)
    return list((rows.filter(pk__lt=before) if before else rows).order_by("-pk")[:most])


def unseen_count(person_id: int, now: datetime) -> int:
    return int(_shown(person_id, now).filter(seen_at=None).count())


def _shown(person_id: int, now: datetime) -> Any:
    return Notice.objects.filter(person_id=person_id, shown_at__isnull=False, shown_at__lte=now)


def choices_of(person_id: int) -> list[tuple[NoticeKind, str, str]]:
    """Every kind, how it is told here and by mail."""
    own = {c.kind: c for c in NoticeChoice.objects.filter(person_id=person_id)}
    found = []
    for kind in KINDS.values():
        chosen = own.get(kind.code)
        here, mail = (chosen.here, chosen.mail) if chosen else (kind.here, kind.mail)
        found.append((kind, kind.here if kind.always else here, mail))
    return found


def unwanted(kind: str, once: str) -> set[int]:
    """Those who need not be told: they were told this once, or do without the kind here and by mail."""
    told = Notice.objects.filter(kind=kind, once=once).values_list("person_id", flat=True)
    never = NoticeChoice.objects.filter(kind=kind, here="never", mail="never").values_list("person_id", flat=True)
    return {*told, *never}
