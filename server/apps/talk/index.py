"""All posts of a discussion that one person reads, without their words: order, threads, what is new, what waits.

One light query; everything that a page says of the whole discussion is told from it.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from functools import cached_property
from typing import NamedTuple

from apps.talk.models import Post
from apps.talk.rooms import Room


class Line(NamedTuple):
    """A post without its words."""

    id: int
    author_id: int
    at: datetime
    root_id: int | None
    answers_id: int | None
    gone_at: datetime | None
    words: int
    shown: int
    edition: int
    edited_at: datetime | None


@dataclass(frozen=True)
class Thread:
    head: Line
    replies: list[Line] = field(default_factory=list)

    @property
    def lines(self) -> Iterator[Line]:
        yield self.head
        yield from self.replies

    @property
    def waits(self) -> bool:
        """Nobody but its author has said anything to it."""
        others = any(r.author_id != self.head.author_id for r in self.replies if r.gone_at is None)
        return self.head.gone_at is None and not others


@dataclass(frozen=True)
class Index:
    """`person_id`: the reader. `since`: what others wrote after it is new to them."""

    lines: Sequence[Line]
    person_id: int
    since: datetime | None
    teaching: bool

    @cached_property
    def threads(self) -> list[Thread]:
        """In order of time. What is gone and has nothing under it stays only for teachers and its author."""
        heads = {one.id: Thread(one) for one in self.lines if one.root_id is None}
        for line in self.lines:
            if line.root_id in heads and self._stays(line):
                heads[line.root_id].replies.append(line)
        return [t for t in heads.values() if t.replies or self._stays(t.head)]

    def _stays(self, line: Line) -> bool:
        if line.gone_at is None or self.teaching or line.author_id == self.person_id:
            return True
        return line.id in self._answered

    @cached_property
    def _answered(self) -> set[int]:
        return {one.answers_id for one in self.lines if one.answers_id is not None and one.gone_at is None}

    @cached_property
    def by_id(self) -> dict[int, Line]:
        return {one.id: one for one in self.lines}

    @property
    def standing(self) -> Iterator[Line]:
        return (one for one in self.lines if one.gone_at is None)

    def is_new(self, line: Line) -> bool:
        return (
            self.since is not None
            and line.at > self.since
            and line.author_id != self.person_id
            and line.gone_at is None
        )

    def of_view(self, view: str) -> list[Thread]:
        match view:
            case "unanswered":
                return [t for t in self.threads if t.waits]
            case "new":
                return [t for t in self.threads if any(self.is_new(line) for line in t.lines)]
            case "mine":
                return [t for t in self.threads if any(line.author_id == self.person_id for line in t.lines)]
        return self.threads

    @property
    def waiting(self) -> list[Line]:
        """Posts of others that nobody has answered, the oldest first."""
        return [t.head for t in self.threads if t.waits and t.head.author_id != self.person_id]


FIELDS = Line._fields


def index_of(
    item_id: int, room: Room, person_id: int, since: datetime | None, group_id: int | None, teaching: bool
) -> Index:
    """`group_id`: only what is said in this group, for teachers who look into one."""
    rows = Post.objects.filter(room.heard, item_id=item_id).order_by("at", "id")
    if group_id is not None:
        rows = rows.filter(group_id=group_id)
    return Index([Line(*row) for row in rows.values_list(*FIELDS)], person_id, since, teaching)


SLOTS = (60, 120, 180, 360, 720, 1440, 2880, 7 * 1440)
"""Minutes of a stretch of the lane."""
MOST_SLOTS = 120


def slot_minutes(first: datetime, last: datetime) -> int:
    """The shortest stretch of which not too many are drawn."""
    minutes = (last - first).total_seconds() / 60
    return next((s for s in SLOTS if minutes / s <= MOST_SLOTS), SLOTS[-1])


class Slot(NamedTuple):
    at: datetime
    posts: int
    replies: int
    own_posts: int
    own_replies: int


def lane_of(index: Index, first: datetime, minutes: int) -> list[Slot]:
    """What was said in each stretch since `first` in which anything was."""
    counts: dict[int, list[int]] = {}
    for line in index.standing:
        slot = max(0, int((line.at - first).total_seconds() // (60 * minutes)))
        own = line.author_id == index.person_id
        counts.setdefault(slot, [0, 0, 0, 0])[2 * own + (line.root_id is not None)] += 1
    return [Slot(first + timedelta(minutes=minutes * n), *counts[n]) for n in sorted(counts)]
