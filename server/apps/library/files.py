"""Who may read the files of a library: whoever may enter its course; hidden entries are for teachers."""

from __future__ import annotations

from collections.abc import Collection
from uuid import UUID

from apps.courses.public import can_enter, can_teach, membership
from apps.kernel.public import Actor, Denied, StoredFile, Verdict
from apps.library.models import Entry


def can_read_entry_file(actor: Actor, stored: StoredFile) -> Verdict:
    entry = Entry.objects.select_related("course").filter(pk=stored.owner_id or 0, removed=False).first()
    if entry is None:
        return Denied("file", stranger=True)
    member = membership(actor, entry.course)
    return can_enter(member) if entry.published else can_teach(member)


def files_in_entries(keys: Collection[UUID]) -> set[UUID]:
    """Those of these files that the words of an entry show."""
    return {key for key in keys if Entry.objects.filter(html__contains=str(key)).exists()}
