"""What teachers do with posts: hide and show again, close a thread, name the answer; and what readers report."""

from __future__ import annotations

from apps.courses.public import Course, can_teach, membership
from apps.kernel.public import Actor, Refused, not_found, now, one_line, record, require
from apps.talk.actions.count_part import count_part, lock_part
from apps.talk.actions.tell import tell_of_hidden
from apps.talk.actions.write_post import enter_discussion
from apps.talk.models import Discussion, Post, PostReport, SameQuestion
from apps.talk.queries import discussion_of, post_row
from apps.talk.rooms import room_of

LONGEST_WHY = 500


def hide_post(actor: Actor, course: Course, post_id: int, hidden: bool, why: str) -> Post:
    """Out of sight for all but teachers and its author, who reads the reason; or back. One that its author took back
    stays so."""
    post = _taught(actor, course, post_id)
    reason = one_line(why, "Reason", LONGEST_WHY) if hidden else ""
    if hidden == (post.gone_at is not None):
        return post
    if not hidden and post.gone_by_id == post.author_id:
        raise Refused("post.gone", status=409)
    post.gone_at, post.gone_by_id, post.why = (now(), actor.person_id, reason) if hidden else (None, None, "")
    post.save(update_fields=["gone_at", "gone_by", "why"])
    PostReport.objects.filter(post=post, settled_at=None).update(settled_at=now(), settled_by_id=actor.person_id)
    action = "talk.hide" if hidden else "talk.show"
    record(actor, action, ("post", post.pk), course_id=course.pk, after={"item": post.item_id}, why=reason)
    count_part(actor, course, post.item_id, post.author_id)
    if hidden:
        tell_of_hidden(course, post)
    return post


def close_thread(actor: Actor, course: Course, post_id: int, closed: bool, why: str) -> Post:
    """Nobody but teachers replies there any more; or again."""
    post = _taught(actor, course, post_id)
    if post.root_id is not None:
        raise not_found("thread")
    reason = one_line(why, "Reason", LONGEST_WHY) if closed else ""
    if closed == (post.closed_at is not None):
        return post
    post.closed_at, post.closed_by_id, post.closed_why = (
        (now(), actor.person_id, reason) if closed else (None, None, "")
    )
    post.save(update_fields=["closed_at", "closed_by", "closed_why"])
    action = "talk.close" if closed else "talk.open"
    record(actor, action, ("post", post.pk), course_id=course.pk, after={"item": post.item_id}, why=reason)
    return post


def _taught(actor: Actor, course: Course, post_id: int) -> Post:
    """A post that the teacher reads, held until the transaction ends."""
    member = membership(actor, course)
    require(can_teach(member))
    found = post_row(course, post_id)
    room = room_of(course, discussion_of(found.item_id), member, actor.person_id or 0)
    if not Post.objects.filter(room.heard, pk=post_id).exists():
        raise not_found("post")
    lock_part(found.item_id, found.author_id)
    return Post.objects.select_for_update(no_key=True).get(pk=post_id)


def accept_answer(actor: Actor, course: Course, post_id: int, accepted: bool) -> Post:
    """The asker, or a teacher, says that a reply answers the question; one at a time."""
    found = post_row(course, post_id)
    place = enter_discussion(actor, course, found.item_id, to_write=False)
    post = Post.objects.filter(place.room.heard, pk=post_id).select_related("root").first()
    if post is None:
        raise not_found("post")
    if place.discussion.sort != Discussion.QUESTIONS or post.root is None or post.gone_at is not None:
        raise Refused("post.no_answer")
    if not place.member.teaches and post.root.author_id != actor.person_id:
        raise Refused("post.not_yours", status=403)
    list(Post.objects.select_for_update(no_key=True).filter(pk=post.root.pk))
    Post.objects.filter(root_id=post.root_id, accepted=True).update(accepted=False)
    Post.objects.filter(pk=post.pk).update(accepted=accepted)
    record(actor, "talk.accept", ("post", post.pk), course_id=course.pk, after={"accepted": accepted})
    post.accepted = accepted
    return post


def mark_same(actor: Actor, course: Course, post_id: int, same: bool) -> None:
    """'I have the same question'."""
    post = _heard(actor, course, post_id)
    if post.author_id == actor.person_id:
        raise Refused("post.own_question")
    if same:
        SameQuestion.objects.get_or_create(post=post, person_id=actor.person_id or 0, defaults={"at": now()})
    else:
        SameQuestion.objects.filter(post=post, person_id=actor.person_id or 0).delete()
    record(actor, "talk.same", ("post", post.pk), course_id=course.pk, after={"same": same})


def report_post(actor: Actor, course: Course, post_id: int, why: str) -> None:
    """'This should not stand here', for the teachers. Said again, the newer reason stands."""
    post = _heard(actor, course, post_id)
    if post.author_id == actor.person_id:
        raise Refused("post.own_report")
    reason = one_line(why, "Reason", LONGEST_WHY)
    PostReport.objects.update_or_create(
        post=post,
        person_id=actor.person_id or 0,
        defaults={"course": course, "why": reason, "at": now(), "settled_at": None, "settled_by": None},
    )
    record(actor, "talk.report", ("post", post.pk), course_id=course.pk, why=reason)


def settle_report(actor: Actor, course: Course, post_id: int) -> None:
    """Looked at, and the post stays."""
    post = _taught(actor, course, post_id)
    PostReport.objects.filter(post=post, settled_at=None).update(settled_at=now(), settled_by_id=actor.person_id)
    record(actor, "talk.settle", ("post", post.pk), course_id=course.pk)


def _heard(actor: Actor, course: Course, post_id: int) -> Post:
    """One that stands and that they read; else it is not there."""
    place = enter_discussion(actor, course, post_row(course, post_id).item_id, to_write=False)
    post = Post.objects.filter(place.room.heard, pk=post_id, gone_at=None).first()
    if post is None:
        raise not_found("post")
    return post
