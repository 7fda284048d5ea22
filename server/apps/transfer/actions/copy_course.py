from __future__ import annotations

from apps.assignments.public import copy_briefs
from apps.courses.public import Course, can_lay_out, membership
from apps.gradebook.public import copy_grading
from apps.kernel.public import Actor, require
from apps.layout.changes import copy_layout
from apps.library.public import copy_library
from apps.links.public import copy_links
from apps.messages.public import copy_announcements, copy_writing_rule
from apps.people.public import can_make_courses
from apps.questions.public import copy_banks
from apps.quizzes.public import copy_quizzes
from apps.reviews.public import copy_reviews
from apps.talk.public import copy_discussions


def copy_course(actor: Actor, source: Course, title: str, code: str) -> Course:
    """A whole course again: layout, texts, conditions, grading, questions, briefs. No people, no work, no scores."""
    require(can_lay_out(membership(actor, source)))
    require(can_make_courses(actor))
    course, items = copy_layout(actor, source, title, code)
    copy_grading(actor, source, course, items)
    brought = copy_banks(source, course, items)
    copy_quizzes(source, course, items, brought)
    copy_briefs(course, items)
    copy_reviews(items)
    copy_links(course, items)
    copy_discussions(course, items)
    copy_library(source, course, items)
    copy_announcements(source, course, items)
    copy_writing_rule(source, course)
    return course
