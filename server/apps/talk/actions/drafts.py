"""What somebody is writing in a discussion, kept as it is typed; and how far they have read."""

from __future__ import annotations

from datetime import timedelta

from apps.courses.public import Course
from apps.kernel.public import Actor, Refused, clean, now, written
from apps.talk.actions.count_part import lock_part
from apps.talk.actions.write_post import enter_discussion
from apps.talk.models import Post, PostDraft

LONGEST = 100_000
QUIET = timedelta(minutes=30)
"""A visit ends when nothing was read for so long."""


def save_draft(
    actor: Actor, course: Course, item_id: int, answers: int | None, html: str, edition: int
) -> PostDraft | None:
    """`edition`: the one that the writer began from, 0 for none. An empty one is thrown away."""
    place = enter_discussion(actor, course, item_id)
    if len(html) > LONGEST:
        raise Refused("written.too_long", length=len(html), most=LONGEST)
    if answers is not None and not Post.objects.filter(place.room.heard, item_id=item_id, pk=answers).exists():
        raise Refused("request.not_found", status=404, what="post")
    lock_part(item_id, actor.person_id or 0)
    own = PostDraft.objects.filter(item_id=item_id, person_id=actor.person_id or 0, answers_id=answers)
    draft = own.first()
    kept = clean(html)
    if draft is not None and draft.edition != edition and draft.html != kept:
        raise Refused("post.draft_elsewhere", status=409, also={"edition": draft.edition, "html": draft.html})
    if _empty(kept):
        own.delete()
        return None
    fresh = draft or PostDraft(item_id=item_id, person_id=actor.person_id or 0, answers_id=answers, edition=0)
    fresh.html, fresh.edition, fresh.saved_at = kept, fresh.edition + 1, now()
    fresh.save()
    return fresh


def _empty(html: str) -> bool:
    try:
        written(html)
    except Refused as refusal:
        return refusal.code == "written.empty"
    return False


def note_visit(actor: Actor, course: Course, item_id: int) -> None:
    """Read up to now. What was new at the beginning of a visit stays marked until its end."""
    enter_discussion(actor, course, item_id, to_write=False)
    visit = lock_part(item_id, actor.person_id or 0)
    if visit.before_at is None or now() - visit.seen_at > QUIET:
        visit.before_at = visit.seen_at
    visit.seen_at = now()
    visit.save(update_fields=["seen_at", "before_at"])
