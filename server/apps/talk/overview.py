"""All discussions of a course as one reader hears them: how much there is, what is new, and where a word was said."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import dataclass
from datetime import datetime

from django.contrib.postgres.search import SearchHeadline, SearchQuery, SearchRank
from django.db.models import Count, Exists, F, OuterRef, Q, Subquery

from apps.courses.public import Course, Membership
from apps.talk.models import Post, Visit
from apps.talk.models.post import CONFIG
from apps.talk.queries import discussions_of
from apps.talk.rooms import heard_in, rooms_of

NOTHING = (0, 0, 0, 0)


@dataclass(frozen=True, slots=True, kw_only=True)
class Heard:
    """Of one discussion: `new`: what others said since the reader's visit before; `waiting`: posts of others that
    nobody has answered. `waits_for_own`: there is more, once they have posted."""

    sort: str
    posts: int
    replies: int
    new: int
    waiting: int
    waits_for_own: bool


def heard_of(course: Course, item_ids: Collection[int], member: Membership, person_id: int) -> dict[int, Heard]:
    """By item; at most four queries. `item_ids`: discussions that are open to the reader."""
    discussions = discussions_of(item_ids)
    rooms = rooms_of(course, discussions, member, person_id)
    visit = Visit.objects.filter(item_id=OuterRef("item_id"), person_id=person_id).values("seen_at")[:1]
    of_others = Post.objects.filter(root=OuterRef("pk"), gone_at=None).exclude(author=OuterRef("author"))
    theirs = ~Q(author_id=person_id)
    rows = (
        Post.objects.filter(heard_in(rooms), item_id__in=item_ids, gone_at=None)
        .annotate(seen=Subquery(visit), answered=Exists(of_others))
        .values_list("item_id")
        .annotate(
            heads=Count("pk", filter=Q(root=None)),
            rest=Count("pk", filter=Q(root__isnull=False)),
            new=Count("pk", filter=theirs & Q(at__gt=F("seen"))),
            waiting=Count("pk", filter=theirs & Q(root=None, answered=False)),
        )
    )
    counts = {item: figures for item, *figures in rows.order_by("item_id")}
    found = {}
    for one in discussions:
        posts, replies, new, waiting = counts.get(one.item_id, NOTHING)
        room = rooms[one.item_id]
        found[one.item_id] = Heard(
            sort=one.sort, posts=posts, replies=replies, new=new, waiting=waiting, waits_for_own=room.waits_for_own
        )
    return found


@dataclass(frozen=True, slots=True)
class PostHit:
    """`snippet`: plain words around what was found, that between `marks`."""

    id: int
    item_id: int
    author: str
    at: datetime
    snippet: str


def posts_found(
    course: Course,
    item_ids: Collection[int],
    member: Membership,
    person_id: int,
    query: SearchQuery,
    marks: tuple[str, str],
    most: int,
) -> list[PostHit]:
    """The best first, of what the reader hears and what still stands; at most four queries."""
    rooms = rooms_of(course, discussions_of(item_ids), member, person_id)
    if not rooms:
        return []
    line = SearchHeadline(
        "text", query, config=CONFIG, start_sel=marks[0], stop_sel=marks[1], max_words=24, min_words=10, max_fragments=1
    )
    rows = Post.objects.filter(heard_in(rooms), course=course, gone_at=None, vector=query)
    ranked = rows.annotate(rank=SearchRank(F("vector"), query), line=line).order_by("-rank", "-at", "pk")
    return [PostHit(*hit) for hit in ranked.values_list("pk", "item_id", "author__name", "at", "line")[:most]]
