from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from apps.courses.public import Course, Group, can_lay_out, groups_named_alike, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, one_line, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import item_row, kind_of
from apps.talk.models import Discussion, Post

MOST_HEADINGS = 8
LONGEST_HEADING = 200
LONGEST_HINTS = 4000
WIDER = {Discussion.TEACHERS: 0, Discussion.GROUP: 1, Discussion.SECTION: 2, Discussion.CLASS: 3}


@dataclass(frozen=True, slots=True)
class DiscussionWish:
    sort: str
    readers: str
    after_own: bool
    groups: Sequence[int]
    template: Sequence[str]
    hints: str


def set_discussion(actor: Actor, course: Course, item_id: int, wish: DiscussionWish) -> AuditRecord:
    """How people talk in an item. Once somebody has written, no more people are let in to read it."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    if not kind_of(item.kind).talks:
        raise not_found("discussion")
    if wish.sort not in Discussion.SORTS or wish.readers not in Discussion.READERS:
        raise Refused("discussion.sort")
    if len(wish.template) > MOST_HEADINGS:
        raise Refused("discussion.template", most=MOST_HEADINGS)
    if len(wish.hints) > LONGEST_HINTS:
        raise Refused("text.too_long", field="The hints", length=len(wish.hints), most=LONGEST_HINTS)
    known = set(Group.objects.filter(course=course, pk__in=wish.groups).values_list("pk", flat=True))
    row, _ = Discussion.objects.get_or_create(item=item)
    if WIDER[wish.readers] > WIDER[row.readers] and Post.objects.filter(item=item).exists():
        raise Refused("discussion.with_posts", status=409)
    fields = {
        "sort": wish.sort,
        "readers": wish.readers,
        "after_own": wish.after_own,
        "groups": sorted(known),
        "template": [one_line(t, "Heading", LONGEST_HEADING) for t in wish.template if t.strip()],
        "hints": wish.hints.strip(),
    }
    return apply_edits(actor, course, "set_discussion", [Edit("discussion", row, fields)], ("item", item_id))


def copy_discussions(course: Course, items: Mapping[int, int]) -> None:
    """How people talk, for copies of items in this course; `items`: old -> new. Groups that talk are those of the same
    names."""
    rows = list(Discussion.objects.filter(item_id__in=items))
    for row in rows:
        row.pk, row.item_id, row.groups = None, items[row.item_id], groups_named_alike(course, row.groups)
    Discussion.objects.bulk_create(rows)
