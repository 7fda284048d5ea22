"""Posts as rows to what the core counts."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from datetime import datetime
from typing import Protocol

from unvo_core.talk.counting import Edition, Part, Said, part_of

from apps.layout.public import LaidItem, Layout
from apps.talk.models import Post, PostEdition
from apps.talk.queries import earlier_editions, posts_of


class Row(Protocol):
    """As much of a post as counting asks for."""

    @property
    def id(self) -> int: ...
    @property
    def author_id(self) -> int: ...
    @property
    def answers_id(self) -> int | None: ...
    @property
    def at(self) -> datetime: ...
    @property
    def edited_at(self) -> datetime | None: ...
    @property
    def gone_at(self) -> datetime | None: ...
    @property
    def words(self) -> int: ...
    @property
    def shown(self) -> int: ...


def own_part(laid: Layout, item: LaidItem, person_id: int) -> Part:
    """One person's part; `laid` and `item`: as they are laid for that person. Three queries."""
    own = posts_of(item.id, person_id)
    to = {p.answers_id for p in own if p.answers_id is not None}
    authors = dict(Post.objects.filter(pk__in=to).values_list("pk", "author_id")) if to else {}
    edited = [p.pk for p in own if p.edition > 1]
    editions = earlier_editions(edited) if edited else {}
    said = said_of(own, authors, laid.sections.keys(), editions)
    return part_of(person_id, said, item.wants, item.span.due, laid.zone)


def said_of(
    posts: Sequence[Row],
    authors: Mapping[int, int],
    students: Collection[int],
    editions: Mapping[int, Sequence[PostEdition]],
) -> list[Said]:
    """`authors`: of what is answered, by post. `students`: who is a classmate: an answer to a teacher is a reply, and
    one to no classmate."""
    found = []
    for post in posts:
        earlier = tuple(Edition(e.at, e.words, e.shown) for e in editions.get(post.id, ()))
        present = Edition(post.edited_at or post.at, post.words, post.shown)
        to = authors.get(post.answers_id or 0)
        found.append(
            Said(
                id=post.id,
                author=post.author_id,
                editions=(*earlier, present),
                reply=post.answers_id is not None,
                to=to if to in students else None,
                gone=post.gone_at is not None,
            )
        )
    return found
