from __future__ import annotations

from apps.assignments.public import copy_briefs
from apps.courses.public import Course
from apps.gradebook.public import copy_graded
from apps.kernel.public import Actor, AuditRecord
from apps.layout.changes import CopyWish, copy_part_in
from apps.links.public import copy_links
from apps.quizzes.public import copy_quizzes
from apps.reviews.public import copy_reviews
from apps.talk.public import copy_discussions


def copy_in(actor: Actor, source: Course, course: Course, wish: CopyWish) -> AuditRecord:
    """An item or a module, from this course or another: layout, texts, files, conditions, grading, briefs."""
    change, items = copy_part_in(actor, source, course, wish)
    copy_graded(source, course, items)
    copy_briefs(course, items)
    copy_reviews(items)
    copy_links(course, items)
    copy_discussions(course, items)
    copy_quizzes(source, course, items)
    return change
