"""Pictures of what is announced, asked and written: upright, scaled, told of no place."""

from __future__ import annotations

from typing import Any

from apps.courses.public import Course
from apps.kernel.public import Actor, StoredFile, record, store, upright


def keep_picture(
    actor: Actor, course: Course, upload: Any, owner: str, action: str
) -> tuple[StoredFile, tuple[int, int] | None]:
    """The stored picture, and its size as it came when it was scaled down. `owner`: by whose rule it is read
    (config.files); `action`: as it is recorded. Whoever calls has asked whether it may be."""
    picture = upright(upload)
    stored = store(actor, course.pk, picture.upload, (owner, course.pk))
    record(actor, action, ("course", course.pk), course_id=course.pk, after={"file": stored.pk})
    return stored, picture.shrunk_from
