"""A person's secret calendar addresses: made, renewed, ended."""

from __future__ import annotations

import secrets

from apps.courses.public import Course, can_enter, membership
from apps.kernel.public import Actor, now, record, require
from apps.screens.feeds.page import digest
from apps.screens.models import CalendarFeed

SECRET_BYTES = 24


def renew_feed(actor: Actor, course: Course | None) -> str:
    """A new secret for the person's calendar; the old address stops at once. Shown once, kept as a digest."""
    if course is not None:
        require(can_enter(membership(actor, course)))
    secret = secrets.token_urlsafe(SECRET_BYTES)
    feed, _ = CalendarFeed.objects.update_or_create(
        person_id=actor.person_id or 0,
        course=course,
        defaults={"secret_sha256": digest(secret), "made_at": now(), "read_at": None},
    )
    record(actor, "feed.renew", ("feed", feed.pk), course_id=course.pk if course else None)
    return secret


def end_feed(actor: Actor, feed_id: int) -> None:
    """Close one's own feed; its address is no longer answered."""
    gone, _ = CalendarFeed.objects.filter(person_id=actor.person_id or 0, pk=feed_id).delete()
    if gone:
        record(actor, "feed.end", ("feed", feed_id))
