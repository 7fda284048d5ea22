"""What a feed last said, kept so that a change raises its sequence (RFC 5545, 3.8.7.4)."""

from __future__ import annotations

import hashlib
from dataclasses import replace
from datetime import datetime

from unvo_core.formats.calendar_file import Entry

from apps.people.public import Person
from apps.screens.models import FeedEntry


def numbered(person: Person, entries: list[Entry], now: datetime) -> list[Entry]:
    """The entries with their sequence, raised where one says something else than it last did."""
    there = {row.uid: row for row in FeedEntry.objects.filter(person=person)}
    changed = [_kept(person, entry, there, now) for entry in entries]
    FeedEntry.objects.bulk_create(
        [row for row in changed if row is not None],
        update_conflicts=True,
        unique_fields=["person", "uid"],
        update_fields=["fingerprint", "sequence", "changed_at"],
    )
    return [replace(e, sequence=there[e.uid].sequence, changed_at=there[e.uid].changed_at) for e in entries]


def _kept(person: Person, entry: Entry, there: dict[str, FeedEntry], now: datetime) -> FeedEntry | None:
    mark = hashlib.sha256(repr(entry).encode()).hexdigest()
    row = there.get(entry.uid)
    if row is not None and row.fingerprint == mark:
        return None
    sequence = row.sequence + 1 if row else 0
    there[entry.uid] = FeedEntry(person=person, uid=entry.uid, fingerprint=mark, sequence=sequence, changed_at=now)
    return there[entry.uid]
