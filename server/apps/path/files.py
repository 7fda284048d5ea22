"""Who may read the files of a course: what is locked can't be reached by its file link either."""

from __future__ import annotations

from apps.courses.public import Course, can_enter, membership
from apps.kernel.public import Actor, Allowed, Denied, StoredFile, Verdict, not_found, require
from apps.layout.public import Item, ItemFile, latest_text, layout
from apps.path.access import require_open


def can_read_item_file(actor: Actor, stored: StoredFile) -> Verdict:
    """Files of an item follow its locks; the owner id is the item's."""
    item = Item.objects.select_related("course__term").filter(pk=stored.owner_id or 0, removed=False).first()
    if item is None:
        return Denied("file", stranger=True)
    course: Course = item.course
    member = membership(actor, course)
    require(can_enter(member))
    if member.teaches:
        return Allowed()
    laid = layout(course)
    if item.pk not in laid.student_items:
        raise not_found("file")
    require_open(course, item.pk, actor)
    if not _stands(item, stored):
        raise not_found("file")
    return Allowed()


def _stands(item: Item, stored: StoredFile) -> bool:
    """It is the item's own file, one to take along, or in its text as it is now; what was taken out is not."""
    if item.file_id == stored.pk or ItemFile.objects.filter(item=item, file=stored, removed=False).exists():
        return True
    text = latest_text(item.pk)
    return text is not None and str(stored.key) in text.html
