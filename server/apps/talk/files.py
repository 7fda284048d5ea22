"""Who may read the files of a discussion: who put them there, and whoever reads a post that shows them."""

from __future__ import annotations

from apps.courses.public import can_enter, membership
from apps.kernel.public import Actor, Allowed, Denied, StoredFile, Verdict, not_found, require
from apps.layout.public import Item, layout
from apps.path.public import require_open
from apps.talk.models import Post
from apps.talk.queries import discussion_of
from apps.talk.rooms import room_of


def can_read_post_file(actor: Actor, stored: StoredFile) -> Verdict:
    """The owner id is the item's. What is hidden or taken back shows its files to teachers and its author."""
    item = Item.objects.select_related("course__term").filter(pk=stored.owner_id or 0, removed=False).first()
    if item is None:
        return Denied("file", stranger=True)
    member = membership(actor, item.course)
    require(can_enter(member))
    if not member.teaches:
        if item.pk not in layout(item.course).student_items:
            raise not_found("file")
        require_open(item.course, item.pk, actor)
    if stored.uploaded_by_id == actor.person_id:
        return Allowed()
    room = room_of(item.course, discussion_of(item.pk), member, actor.person_id or 0)
    shown = Post.objects.filter(room.heard, item_id=item.pk, html__contains=str(stored.key))
    if not member.teaches:
        shown = shown.filter(gone_at=None)
    if not shown.exists():
        raise not_found("file")
    return Allowed()
