"""The settings of an item, kept as one change over the apps that they belong to."""

from __future__ import annotations

from apps.assignments.public import BriefWish, set_brief
from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.gradebook.public import set_grading
from apps.kernel.public import Actor, AuditRecord, require, together
from apps.layout.changes import ItemEdit, change_item, set_moments
from apps.layout.public import item_row, moment_wishes
from apps.screens.item import schemas as s
from apps.talk.public import DiscussionWish, set_discussion


def keep_settings(actor: Actor, course: Course, item_id: int, wish: s.SettingsIn) -> AuditRecord:
    """What is left out stays as it is. Told and set back as one."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item_row(course, item_id)
    with together(actor, "layout.settings", ("item", item_id), course_id=course.pk) as whole:
        if wish.brief is not None:
            set_brief(actor, course, item_id, BriefWish(**wish.brief.model_dump()))
        if wish.talk is not None:
            set_discussion(actor, course, item_id, DiscussionWish(**wish.talk.model_dump()))
        if wish.item is not None:
            change_item(actor, course, item_id, ItemEdit(**wish.item.model_dump()))
        if wish.moments is not None:
            set_moments(actor, course, item_id, moment_wishes(wish.moments))
        if wish.grading is not None:
            set_grading(actor, course, item_id, **wish.grading.model_dump())
    return whole
