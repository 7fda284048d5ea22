"""Files of an item: what it is, what goes with it, the images in its text, a recording's captions."""

from __future__ import annotations

from typing import Any

from unvo_core.schedule.effort import estimated_minutes

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import (
    Actor,
    AuditRecord,
    Refused,
    StoredFile,
    not_found,
    one_line,
    record,
    require,
    store,
    upright,
)
from apps.layout.actions.layout_change import Edit, apply
from apps.layout.files.media import cues, length_seconds, page_count
from apps.layout.jobs import read_files_of
from apps.layout.kinds import kind_of
from apps.layout.models import Item, ItemFile
from apps.layout.queries import item_row

MOST_RESOURCES = 40
MOST_MEDIA_BYTES = 1024 * 1024 * 1024
MINUTES_A_PAGE = 1
"""To look at a page of slides; common practice, no source."""


def attach_file(actor: Actor, course: Course, item_id: int, upload: Any) -> StoredFile:
    """The file that an item is: a recording, slides, or any file. Its length or pages are counted."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    kind = kind_of(item.kind)
    most = MOST_MEDIA_BYTES if kind.recording else None
    stored = store(actor, course.pk, upload, ("item", item.pk), most)
    if not stored.content_type.startswith(kind.file or ""):
        raise Refused(f"file.no_{item.kind}", name=stored.name)
    fields: dict[str, Any] = {"file_id": stored.pk, "length_seconds": None, "pages": None}
    if kind.recording:
        fields["length_seconds"] = length_seconds(stored)
    if stored.content_type == "application/pdf":
        fields["pages"] = page_count(stored)
    minutes = _minutes(fields)
    if minutes and item.effort_minutes in (0, _minutes({"length_seconds": item.length_seconds, "pages": item.pages})):
        fields["effort_minutes"] = minutes
    apply(actor, course, "attach_file", [Edit("item", item, fields)])
    _read_later(item)
    return stored


def _read_later(item: Item) -> None:
    """The text of its files is read in the background; queued in this transaction."""
    read_files_of.defer(item_id=item.pk)


def _minutes(counted: dict[str, Any]) -> int:
    return estimated_minutes(media_seconds=counted["length_seconds"] or 0) + (counted["pages"] or 0) * MINUTES_A_PAGE


def add_image(actor: Actor, course: Course, item_id: int, upload: Any) -> tuple[StoredFile, tuple[int, int] | None]:
    """An image inside an item's text, and its size as it came when it was scaled down. Follows the item's locks."""
    require(can_lay_out(membership(actor, course)))
    item = item_row(course, item_id)
    picture = upright(upload)
    stored = store(actor, course.pk, picture.upload, ("item", item.pk))
    record(actor, "text.add_image", ("item", item.pk), course_id=course.pk, after={"file": stored.pk})
    return stored, picture.shrunk_from


def add_resource(actor: Actor, course: Course, item_id: int, upload: Any, label: str) -> ItemFile:
    """A file to take along."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    count = ItemFile.objects.filter(item=item, role=ItemFile.RESOURCE, removed=False).count()
    if count >= MOST_RESOURCES:
        raise Refused("item.resources", most=MOST_RESOURCES)
    stored = store(actor, course.pk, upload, ("item", item.pk))
    return _keep(actor, course, item, stored, ItemFile.RESOURCE, label, "", count)


def add_captions(actor: Actor, course: Course, item_id: int, upload: Any, language: str, label: str) -> ItemFile:
    """Captions of a recording, one file a language: a newer one takes the place of the older."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    if not kind_of(item.kind).recording:
        raise Refused("captions.no_recording")
    cues(b"".join(upload.chunks()), upload.name or "captions")
    stored = store(actor, course.pk, upload, ("item", item.pk))
    stored.content_type = "text/vtt"
    stored.save(update_fields=["content_type"])
    for old in ItemFile.objects.filter(item=item, role=ItemFile.CAPTIONS, language=language, removed=False):
        apply(actor, course, "remove_file", [Edit("item_file", old, {"removed": True})], ("item", item.pk))
    return _keep(actor, course, item, stored, ItemFile.CAPTIONS, label, language, 0)


def _keep(
    actor: Actor, course: Course, item: Item, stored: StoredFile, role: str, label: str, language: str, position: int
) -> ItemFile:
    kept = ItemFile.objects.create(
        item=item,
        file=stored,
        role=role,
        label=one_line(label, "Label", 100) if label.strip() else "",
        language=language[:20],
        position=position,
    )
    apply(actor, course, "add_file", [Edit("item_file", kept, made=True)], ("item", item.pk))
    _read_later(item)
    return kept


def remove_file(actor: Actor, course: Course, item_id: int, file_id: int) -> AuditRecord:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    kept = ItemFile.objects.filter(pk=file_id, item_id=item_row(course, item_id).pk, removed=False).first()
    if kept is None:
        raise not_found("file")
    change = apply(actor, course, "remove_file", [Edit("item_file", kept, {"removed": True})], ("item", item_id))
    _read_later(kept.item)
    return change
