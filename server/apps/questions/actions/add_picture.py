from __future__ import annotations

from typing import Any

from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, StoredFile, record, require, store, upright


def add_picture(actor: Actor, course: Course, upload: Any) -> tuple[StoredFile, tuple[int, int] | None]:
    """A picture for a question of the course (upright, scaled, told of no place), and its size as it came when it was
    scaled down."""
    require(can_lay_out(membership(actor, course)))
    picture = upright(upload)
    stored = store(actor, course.pk, picture.upload, ("bank_question", course.pk))
    record(actor, "bank_question.add_image", ("course", course.pk), course_id=course.pk, after={"file": stored.name})
    return stored, picture.shrunk_from
