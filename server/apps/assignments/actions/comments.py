"""What a teacher says of an attempt before its score, or beside it."""

from __future__ import annotations

from django.utils.translation import gettext as _

from apps.assignments.actions.whose import Whose, author_of, latest_hand_in, tell_of_work
from apps.assignments.models import WorkComment
from apps.courses.public import Course
from apps.kernel.public import Actor, Refused, not_found, now, record, some_words
from apps.layout.public import item_row

LONGEST = 5_000
MOST = 50


def comment(actor: Actor, course: Course, whose: Whose, attempt: int, words: str) -> WorkComment:
    """Its student reads it at once, and is told."""
    author = author_of(actor, course, whose)
    row = latest_hand_in(whose, attempt)
    if row.comments.count() >= MOST:
        raise Refused("comment.too_many", most=MOST)
    made = WorkComment.objects.create(
        hand_in=row, words=some_words(words, "The comment", LONGEST), by_id=author, at=now()
    )
    record(actor, "hand_in.comment", ("hand_in", row.pk), course_id=course.pk, after={"words": made.words})
    title = _("%(name)s on your work: %(item)s") % {"name": actor.name, "item": item_row(course, row.item_id).title}
    tell_of_work(course, row, title, made.words)
    return made


def remove_comment(actor: Actor, course: Course, whose: Whose, comment_id: int) -> None:
    """Taken away by who said it: what others said stands."""
    author = author_of(actor, course, whose)
    rows = WorkComment.objects.select_for_update(of=("self",)).filter(pk=comment_id)
    found = rows.filter(hand_in__item_id=whose.item_id, hand_in__person_id=whose.person_id).first()
    if found is None:
        raise not_found("comment")
    if found.by_id != author:
        raise Refused("comment.not_yours", status=403)
    record(
        actor,
        "hand_in.remove_comment",
        ("hand_in", found.hand_in_id),
        course_id=course.pk,
        before={"words": found.words},
    )
    found.delete()
