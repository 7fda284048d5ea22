"""All that one person said in discussions, over all courses; and as files to take along."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from fractions import Fraction
from zoneinfo import ZoneInfo

from django.db.models import Q, QuerySet
from django.utils.translation import gettext as _

from apps.courses.public import Course, written_day
from apps.gradebook.public import Given, Released, points
from apps.kernel.public import Entry, Names, StoredFile, clean, file_entry, not_found, shown_in, text_entry
from apps.talk.api.own_schemas import OwnPost, OwnTalk
from apps.talk.grading import ONE_ATTEMPT
from apps.talk.models import Post

BEGINNING = 160
"""Letters of a post in the list."""


def own_talks(person_id: int, given: Given) -> dict[int, list[OwnTalk]]:
    """By course, the discussion with the latest word first; one query. What somebody took back is left out."""
    found: dict[int, dict[int, OwnTalk]] = {}
    for row in _said(person_id).defer("html", "vector"):
        talks = found.setdefault(row.course_id, {})
        if row.item_id not in talks:
            talks[row.item_id] = _talk(row, given.get((row.item_id, ONE_ATTEMPT)))
        talks[row.item_id].posts.insert(0, _post(row))
    return {course: list(talks.values()) for course, talks in found.items()}


def own_post(person_id: int, post_id: int) -> str:
    """Its text, as it stands."""
    row = _said(person_id).filter(pk=post_id).first()
    if row is None:
        raise not_found("post")
    return clean(row.html)


def talk_entries(person_id: int, course: Course, given: Given) -> Iterator[Entry]:
    """A folder a discussion: what was said in it, first to last, with its pictures and recordings."""
    names, by_item = Names(), dict[int, list[Post]]()
    for row in _said(person_id).filter(course=course):
        by_item.setdefault(row.item_id, []).insert(0, row)
    for item_id, posts in by_item.items():
        folder = (_("Discussions"), names.folder(posts[0].item.title))
        out = given.get((item_id, ONE_ATTEMPT))
        told = [posts[0].item.title]
        told += [] if out is None else [f"{_('Given')}: {points(Fraction(out.raw))}", out.comment]
        for post in posts:
            how = _("Reply") if post.answers_id else _("Post")
            at = post.at.astimezone(ZoneInfo(course.zone))
            told += ["", f"{how}, {written_day(at.date())}, {at:%H:%M}", post.text]
        yield text_entry(folder, _("posts.txt"), "\n".join(told) + "\n")
        yield from (file_entry(folder, stored) for stored in _files(person_id, posts))


def _said(person_id: int) -> QuerySet[Post]:
    """The latest first."""
    stands = Q(gone_at=None) | ~Q(gone_by_id=person_id)
    rows = Post.objects.filter(stands, author_id=person_id).select_related("item")
    return rows.order_by("-at", "-pk")


def _files(person_id: int, posts: Iterable[Post]) -> QuerySet[StoredFile]:
    """Those that were put there by whoever said it."""
    keys = {key for post in posts for key in shown_in(post.html)}
    return StoredFile.objects.filter(key__in=keys, uploaded_by_id=person_id).order_by("pk")


def _talk(row: Post, given: Released | None) -> OwnTalk:
    return OwnTalk(
        item_id=row.item_id,
        item=row.item.title,
        there=not row.item.removed,
        given=str(points(Fraction(given.raw))) if given else None,
        possible=None if row.item.points is None else str(points(Fraction(row.item.points))),
        remark=given.comment if given else "",
        posts=[],
    )


def _post(row: Post) -> OwnPost:
    return OwnPost(
        id=row.pk,
        at=row.at,
        reply=row.answers_id is not None,
        words=row.words,
        begins=row.text[:BEGINNING],
        hidden=(row.why or _("without a reason given")) if row.gone_at else "",
    )
