"""A discussion as one reader finds it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import cast

from unvo_core.schedule.spans import is_closed
from unvo_core.talk.counting import Part, part_of

from apps.courses.public import Course
from apps.kernel.public import clean, not_found
from apps.layout.public import LaidItem, Layout
from apps.path.public import Reader, laid_for, opened_for
from apps.talk.api import schemas as out
from apps.talk.bodies import Bodies, bodies_of
from apps.talk.facts import said_of
from apps.talk.index import Index, Thread, index_of, lane_of, slot_minutes
from apps.talk.models import Discussion, PostDraft, Visit
from apps.talk.parts import part_out
from apps.talk.queries import discussion_of, earlier_editions, talking_item
from apps.talk.rooms import Room, room_of, talking_groups

THREADS_A_PAGE = 15
MOST_REPLIES = 20
MOST_WAITING = 6


@dataclass(frozen=True)
class Wish:
    """`page` from 1; None for the one on which the first new post stands. `post`: the page on which this one stands.
    `thread`: this thread alone, with all its replies. `group`: for teachers, what is said in this group."""

    view: out.View = "time"
    page: int | None = None
    post: int | None = None
    thread: int | None = None
    group: int | None = None


@dataclass(frozen=True)
class _Found:
    course: Course
    reader: Reader
    laid: Layout
    item: LaidItem
    discussion: Discussion
    room: Room
    index: Index


def talk_page(course: Course, item_id: int, reader: Reader, wish: Wish) -> out.TalkPage:
    """At most twelve queries. Refuses a student what is hidden or locked, by the door of the item."""
    found = _found(course, item_id, reader, wish)
    shown, page, pages = _chosen(found.index, wish)
    replies = None if wish.thread else MOST_REPLIES
    counting = _part(found)
    counted = frozenset(t.post_id for h in counting.haves for t in h.taken) if counting else frozenset()
    waiting = found.index.waiting[:MOST_WAITING]
    bodies = bodies_of(found.index, shown, waiting, replies, found.reader, counted)
    item, index = found.item, found.index
    slots, minutes = _lane(found)
    groups = talking_groups(course, found.discussion) if _in_groups(found) and reader.member.teaches else []
    return out.TalkPage(
        rules=rules_out(found.discussion, reader.member.teaches),
        teaching=reader.member.teaches,
        can_lay_out=reader.member.instructs,
        walking=reader.made_up is not None,
        zone=course.zone,
        now=reader.now,
        opens=item.span.opens,
        due=item.span.due,
        closes=item.span.closes,
        part=part_out(counting, item) if counting else None,
        shut=_shut(found),
        waits_for_own=found.room.waits_for_own,
        since=index.since,
        view=wish.view,
        totals=_totals(index),
        lane=slots,
        lane_minutes=minutes,
        waiting=[out.Waiting(id=w.id, author=bodies.name(w.author_id), at=w.at) for w in waiting],
        threads=[_thread(t, bodies, replies) for t in shown],
        page=page,
        pages=pages,
        rooms=[out.RoomOut(id=g.pk, name=g.name) for g in groups],
        room=wish.group,
        drafts=_drafts(found),
        newest=max(index.by_id, default=0),
    )


def _found(course: Course, item_id: int, reader: Reader, wish: Wish) -> _Found:
    teaching = reader.member.teaches
    laid = laid_for(course, reader) if teaching else opened_for(course, item_id, reader).laid
    item = talking_item(laid, item_id, teaching)
    discussion = discussion_of(item_id)
    room = room_of(course, discussion, reader.member, reader.person_id)
    visit = Visit.objects.filter(item_id=item_id, person_id=reader.person_id).first()
    since = visit.before_at if visit else None
    group = wish.group if teaching else None
    index = index_of(item_id, room, reader.person_id, since, group, teaching)
    return _Found(course, reader, laid, item, discussion, room, index)


def news(course: Course, item_id: int, reader: Reader, newest: int) -> out.TalkNews:
    """What others wrote since a page was read, while its reader goes on reading it."""
    index = _found(course, item_id, reader, Wish()).index
    fresh = [one for one in index.standing if one.id > newest and one.author_id != reader.person_id]
    return out.TalkNews(posts=len(fresh), newest=max(index.by_id, default=0))


def _in_groups(found: _Found) -> bool:
    return found.discussion.readers == Discussion.GROUP


def _chosen(index: Index, wish: Wish) -> tuple[list[Thread], int, int]:
    """The threads of the page that is wished, its number, and how many pages there are."""
    if wish.thread is not None:
        one = [t for t in index.threads if t.head.id == wish.thread]
        if not one:
            raise not_found("thread")
        return one, 1, 1
    threads = index.of_view(wish.view)
    pages = max(1, -(-len(threads) // THREADS_A_PAGE))
    at = wish.page
    if wish.post is not None:
        at = _page_of(threads, lambda t: any(line.id == wish.post for line in t.lines))
    elif at is None:
        at = _page_of(threads, lambda t: any(index.is_new(line) for line in t.lines)) or 1
    at = min(max(1, at or 1), pages)
    return threads[(at - 1) * THREADS_A_PAGE : at * THREADS_A_PAGE], at, pages


def _page_of(threads: list[Thread], holds: object) -> int | None:
    found = next((n for n, t in enumerate(threads) if holds(t)), None)  # type: ignore[operator]
    return None if found is None else found // THREADS_A_PAGE + 1


def _part(found: _Found) -> Part | None:
    """One's own part, from what was read already."""
    if found.reader.member.teaches:
        return None
    own = [one for one in found.index.lines if one.author_id == found.reader.person_id]
    authors = {pk: line.author_id for pk, line in found.index.by_id.items()}
    edited = [one.id for one in own if one.edition > 1]
    editions = earlier_editions(edited) if edited else {}
    said = said_of(own, authors, found.laid.sections.keys(), editions)
    return part_of(found.reader.person_id, said, found.item.wants, found.item.span.due, found.laid.zone)


def _shut(found: _Found) -> out.Shut:
    if found.course.archived_at:
        return "archived"
    if not found.reader.member.teaches and is_closed(found.item.span, found.reader.now):
        return "closed"
    return "no_group" if found.room.homeless else ""


def _totals(index: Index) -> out.Totals:
    standing = list(index.standing)
    own = [one for one in standing if one.author_id == index.person_id]
    return out.Totals(
        posts=sum(one.root_id is None for one in standing),
        replies=sum(one.root_id is not None for one in standing),
        own_posts=sum(one.root_id is None for one in own),
        own_replies=sum(one.root_id is not None for one in own),
        unanswered=sum(t.waits for t in index.threads),
        new=sum(index.is_new(one) for one in standing),
    )


def _lane(found: _Found) -> tuple[list[out.LaneSlot], int]:
    """From when it opens (or the first post) to its last moment (or now, or the last post)."""
    moments = [one.at for one in found.index.standing]
    span = found.item.span
    first = span.opens or min(moments, default=found.reader.now)
    if moments:
        first = min(first, moments[0])
    start = first.astimezone(found.laid.zone).replace(hour=0, minute=0, second=0, microsecond=0)
    last = max([start, *moments[-1:], *(at for at in (span.due, span.closes) if at is not None)])
    minutes = slot_minutes(start, last)
    return [out.LaneSlot(**slot._asdict()) for slot in lane_of(found.index, start, minutes)], minutes


def _thread(thread: Thread, bodies: Bodies, most: int | None) -> out.ThreadOut:
    head = thread.head
    closed = bodies.closed(head.id)
    return out.ThreadOut(
        head=bodies.post(head),
        replies=[bodies.post(r) for r in thread.replies[:most]],
        more=0 if most is None else max(0, len(thread.replies) - most),
        waits=thread.waits,
        closed_at=closed.at,
        closed_why=closed.why,
        closed_by=closed.by,
    )


def rules_out(discussion: Discussion, teaching: bool) -> out.DiscussionRules:
    return out.DiscussionRules(
        sort=cast(out.Sort, discussion.sort),
        readers=cast(out.Readers, discussion.readers),
        after_own=discussion.after_own,
        groups=list(discussion.groups) if teaching else [],
        template=list(discussion.template),
        hints=discussion.hints,
    )


def _drafts(found: _Found) -> list[out.DraftOut]:
    if found.reader.made_up:
        return []
    rows = PostDraft.objects.filter(item_id=found.item.id, person_id=found.reader.person_id)
    return [
        out.DraftOut(answers=d.answers_id, html=clean(d.html), edition=d.edition, saved_at=d.saved_at) for d in rows
    ]
