from __future__ import annotations

from typing import Any

from apps.courses.public import Course
from apps.kernel.public import Actor, Refused, StoredFile, record, store, upright
from apps.talk.actions.write_post import enter_discussion

PLAYED = ("video/", "audio/")


def add_file(actor: Actor, course: Course, item_id: int, upload: Any) -> tuple[StoredFile, tuple[int, int] | None]:
    """A picture (upright, scaled, told of no place) or a recording for what somebody writes, and the picture's size as
    it came when it was scaled down."""
    enter_discussion(actor, course, item_id)
    owner = ("post", item_id)
    kind = str(getattr(upload, "content_type", "") or "")
    shrunk = None
    if kind.startswith(PLAYED):
        stored = store(actor, course.pk, upload, owner)
        if not stored.content_type.startswith(PLAYED):
            raise Refused("post.no_clip", name=stored.name)
    else:
        picture = upright(upload)
        stored, shrunk = store(actor, course.pk, picture.upload, owner), picture.shrunk_from
    record(actor, "talk.add_file", ("item", item_id), course_id=course.pk, after={"file": stored.pk})
    return stored, shrunk
