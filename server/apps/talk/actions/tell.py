"""Who is told of a post: whose post it answers, whom it names, whom a teacher hid one from. Never anybody who could not
read it."""

from __future__ import annotations

from collections.abc import Collection

from django.utils.translation import gettext as _

from apps.courses.public import Course, can_enter, membership
from apps.kernel.public import Actor, Denied
from apps.layout.public import layout
from apps.notices.public import News, notify
from apps.path.public import can_open
from apps.talk.models import Post
from apps.talk.queries import discussion_of
from apps.talk.rooms import room_of

BEGINNING = 160
MOST_NAMED = 20
"""People who are told of one post that names them."""


def address(course: Course, post: Post) -> str:
    return f"/c/{course.slug}/item/{post.item_id}?post={post.pk}#post-{post.pk}"


def tell_of_post(course: Course, title: str, post: Post, mentions: Collection[int]) -> None:
    words = {"name": post.author.name, "title": title}
    line = post.text[:BEGINNING]
    answered = post.answers.author_id if post.answers is not None else None
    told = {post.author_id}
    if answered is not None and answered not in told and readable(course, post, answered):
        said = _("%(name)s answered your post in ‘%(title)s’") % words
        notify([answered], News(kind="reply", title=said, address=address(course, post), line=line, course=course.code))
        told.add(answered)
    wanted = sorted(pk for pk in mentions if pk not in told)[:MOST_NAMED]
    named = [pk for pk in wanted if readable(course, post, pk)]
    if named:
        said = _("%(name)s mentions you in ‘%(title)s’") % words
        notify(named, News(kind="mention", title=said, address=address(course, post), line=line, course=course.code))


def tell_of_hidden(course: Course, post: Post) -> None:
    title = layout(course).items[post.item_id].title
    said = _("Your post in ‘%(title)s’ was hidden") % {"title": title}
    notify(
        [post.author_id],
        News(kind="hidden", title=said, address=address(course, post), line=post.why, course=course.code),
    )


def readable(course: Course, post: Post, person_id: int) -> bool:
    """Whether this person could read the post now, by the same rules as the page."""
    reader = Actor(person_id, "")
    member = membership(reader, course)
    if isinstance(can_enter(member), Denied):
        return False
    if not member.teaches and not can_open(course, post.item_id, reader):
        return False
    room = room_of(course, discussion_of(post.item_id), member, person_id)
    return Post.objects.filter(room.heard, pk=post.pk).exists()
