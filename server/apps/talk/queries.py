"""Reads of discussions, constant in queries whatever was written."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from uuid import UUID

from django.db.models import Q

from apps.courses.public import Course
from apps.kernel.public import not_found
from apps.layout.public import LaidItem, Layout
from apps.talk.models import Discussion, Post, PostDraft, PostEdition


def discussion_of(item_id: int) -> Discussion:
    """How people talk there, or as it is until a teacher says otherwise."""
    return Discussion.objects.filter(item_id=item_id).first() or Discussion(item_id=item_id)


def discussions_of(item_ids: Collection[int]) -> list[Discussion]:
    """Of each of these items; one query."""
    there = {d.item_id: d for d in Discussion.objects.filter(item_id__in=item_ids)}
    return [there.get(pk) or Discussion(item_id=pk) for pk in item_ids]


def talking_item(laid: Layout, item_id: int, teaching: bool) -> LaidItem:
    """Raises 404 for what is no discussion, or hidden from a student."""
    item = (laid.items if teaching else laid.student_items).get(item_id)
    if item is None or not item.talks:
        raise not_found("discussion")
    return item


def post_row(course: Course, post_id: int) -> Post:
    found = Post.objects.filter(course=course, pk=post_id).first()
    if found is None:
        raise not_found("post")
    return found


def posts_of(item_id: int, author_id: int) -> list[Post]:
    return list(Post.objects.filter(item_id=item_id, author_id=author_id).order_by("at", "id").defer("html", "text"))


def earlier_editions(post_ids: Iterable[int]) -> dict[int, list[PostEdition]]:
    """By post, in the order in which they were written."""
    found: dict[int, list[PostEdition]] = {}
    rows = PostEdition.objects.filter(post_id__in=list(post_ids)).defer("html").order_by("post_id", "edition")
    for row in rows:
        found.setdefault(row.post_id, []).append(row)
    return found


def files_in_posts(keys: Collection[UUID]) -> set[UUID]:
    """Those of these files that some post shows, or did, or that somebody is writing about."""
    return {key for key in keys if any(_shows(model, key) for model in (Post, PostEdition, PostDraft))}


def _shows(model: type[Post] | type[PostEdition] | type[PostDraft], key: UUID) -> bool:
    return model._default_manager.filter(Q(html__contains=str(key))).exists()
