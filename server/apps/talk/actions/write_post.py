"""Posts and replies: written, changed, taken back. Each tells the path what is there of its author's part."""

from __future__ import annotations

from dataclasses import dataclass

from apps.courses.public import Course, Membership, can_enter, membership, refuse_archived
from apps.kernel.public import Actor, Refused, Written, now, record, require, written
from apps.layout.public import LaidItem, Layout, layout
from apps.path.public import require_doable, require_open
from apps.talk.actions.count_part import count_part, lock_part
from apps.talk.actions.tell import tell_of_post
from apps.talk.models import Discussion, Post, PostDraft, PostEdition
from apps.talk.queries import discussion_of, post_row, talking_item
from apps.talk.rooms import Room, room_of, talking_groups


@dataclass(frozen=True, slots=True)
class PostWish:
    """`answers`: the post that it answers. `group_id`: where a teacher writes, in a discussion of groups."""

    html: str
    answers: int | None = None
    group_id: int | None = None


@dataclass(frozen=True, slots=True)
class Place:
    """A discussion as whoever writes in it finds it."""

    item: LaidItem
    discussion: Discussion
    member: Membership
    room: Room


def enter_discussion(actor: Actor, course: Course, item_id: int, to_write: bool = True) -> Place:
    """Refuses whoever may not write there now, or, if it is only to read, who may not read."""
    member = membership(actor, course)
    require(can_enter(member))
    if member.teaches:
        if to_write:
            refuse_archived(course)
        laid: Layout = layout(course)
    elif to_write:
        laid = require_doable(course, item_id, actor, now()).laid
    else:
        laid = require_open(course, item_id, actor).laid
    item = talking_item(laid, item_id, member.teaches)
    discussion = discussion_of(item_id)
    room = room_of(course, discussion, member, actor.person_id or 0)
    if room.homeless and to_write:
        raise Refused("post.no_group", status=403)
    return Place(item, discussion, member, room)


def write_post(actor: Actor, course: Course, item_id: int, wish: PostWish) -> Post:
    place = enter_discussion(actor, course, item_id)
    said = written(wish.html)
    person = actor.person_id or 0
    if place.member.studies:
        lock_part(item_id, person)
    answered = None if wish.answers is None else open_post(place, item_id, wish.answers)
    made = _new(course, place, said, answered, wish)
    made.author_id = person
    made.save()
    PostDraft.objects.filter(item_id=item_id, person_id=person, answers_id=wish.answers).delete()
    after = {"item": item_id, "answers": wish.answers}
    record(actor, "talk.post", ("post", made.pk), course_id=course.pk, after=after)
    tell_of_post(course, place.item.title, made, said.mentions)
    if place.member.studies:
        count_part(actor, course, item_id, person)
    return made


def open_post(place: Place, item_id: int, post_id: int) -> Post:
    """The post, still there and open to replies until the transaction ends; its thread is held first, so that all who
    lock both take them in one order."""
    seen = Post.objects.filter(place.room.heard, item_id=item_id, pk=post_id).values_list("root_id", flat=True).first()
    wanted = [post_id] if seen is None else [seen, post_id]
    held = {p.pk: p for p in Post.objects.select_for_update(no_key=True).filter(pk__in=wanted).order_by("pk")}
    if not Post.objects.filter(place.room.heard, item_id=item_id, pk=post_id).exists():
        raise Refused("request.not_found", status=404, what="post")
    post, head = held[post_id], held[wanted[0]]
    if post.gone_at is not None:
        raise Refused("post.gone", status=409)
    if head.closed_at is not None and not place.member.teaches:
        who = head.closed_by.name if head.closed_by else "Unvo"
        raise Refused("post.closed", status=409, who=who, why=head.closed_why)
    return post


def _new(course: Course, place: Place, said: Written, answered: Post | None, wish: PostWish) -> Post:
    group, section = place.room.group_id, place.room.section_id
    if answered is not None:
        group, section = answered.group_id, answered.section_id
    elif place.member.teaches and place.discussion.readers == Discussion.GROUP:
        if wish.group_id not in {g.pk for g in talking_groups(course, place.discussion)}:
            raise Refused("post.which_group")
        group = wish.group_id
    return Post(
        course=course,
        item_id=place.item.id,
        group_id=group,
        section_id=section,
        answers=answered,
        root_id=None if answered is None else answered.root_id or answered.pk,
        html=said.html,
        text=said.text,
        words=said.words,
        shown=said.shown,
        at=now(),
    )


def change_post(actor: Actor, course: Course, post_id: int, html: str, seen: int) -> Post:
    """One's own words anew; what stood there is kept. `seen`: the edition that the writer began from."""
    post = own_post(actor, course, post_id)
    said = written(html)
    if post.html == said.html:
        return post
    if post.edition != seen:
        raise Refused("post.changed_elsewhere", status=409, also={"edition": post.edition, "html": post.html})
    at = post.edited_at or post.at
    PostEdition.objects.create(
        post=post, edition=post.edition, html=post.html, words=post.words, shown=post.shown, at=at
    )
    post.html, post.text, post.words, post.shown = said.html, said.text, said.words, said.shown
    post.edition, post.edited_at = post.edition + 1, now()
    post.save(update_fields=["html", "text", "words", "shown", "edition", "edited_at"])
    record(actor, "talk.change", ("post", post.pk), course_id=course.pk, after={"item": post.item_id})
    count_part(actor, course, post.item_id, post.author_id)
    return post


def take_back(actor: Actor, course: Course, post_id: int) -> Post:
    """One's own post goes out of sight; that it was there stays for teachers."""
    post = own_post(actor, course, post_id)
    post.gone_at, post.gone_by_id = now(), actor.person_id
    post.save(update_fields=["gone_at", "gone_by"])
    record(actor, "talk.take_back", ("post", post.pk), course_id=course.pk, after={"item": post.item_id})
    count_part(actor, course, post.item_id, post.author_id)
    return post


def own_post(actor: Actor, course: Course, post_id: int) -> Post:
    """One's own post, held until the transaction ends; refused where it can't be changed any more."""
    found = post_row(course, post_id)
    place = enter_discussion(actor, course, found.item_id)
    if found.author_id != actor.person_id:
        visible = Post.objects.filter(place.room.heard, pk=post_id).exists()
        code = "post.not_yours" if visible else "request.not_found"
        raise Refused(code, status=403 if visible else 404, what="post")
    lock_part(found.item_id, found.author_id)
    post = Post.objects.select_for_update(no_key=True).get(pk=post_id)
    if post.gone_at is not None:
        raise Refused("post.gone", status=409)
    return post
