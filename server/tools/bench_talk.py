"""What is said in a course, when much is: a discussion of 2,000 posts, the messages of a person with 5,000, a term's
announcements; and the week to come told to a class of 2,000."""

from __future__ import annotations

import time
from collections.abc import Callable
from datetime import datetime, timedelta
from typing import TYPE_CHECKING

from tools.measuring import CLOCK

if TYPE_CHECKING:
    from apps.courses.models import Course
    from apps.layout.models import Item

TITLE = "Where did the error go?"
POSTS, REPLIES = 400, 4
THREADS, MESSAGES = 200, 25
ANNOUNCEMENTS = 45
SENTENCE = "We measured the leg DE again and found two digits that had changed places in the book. "
SUNDAY = datetime.fromisoformat("2026-10-11T18:05:00-05:00")
DIGEST_BAR_S = 20


def pages() -> list[tuple[str, str, str, float]]:
    """Fills the course with what is said; name, address, floor's address and bar of each page."""
    from apps.courses.models import Course
    from apps.layout.models import Item

    course = Course.objects.get(slug="srv-110")
    item = Item.objects.get(course=course, title=TITLE)
    _posts(course, item)
    thread = _messages(course)
    _announcements(course)
    base = "/api/courses/srv-110"
    return [
        ("discussion", f"{base}/items/{item.pk}/talk", f"/api-floor/talk?item={item.pk}", 2.0),
        ("threads", f"{base}/messages", "/api-floor/threads", 2.0),
        ("one thread", f"{base}/messages/{thread}", f"/api-floor/thread?thread={thread}", 2.0),
        ("announcements", f"{base}/announcements", "/api-floor/announcements", 2.0),
    ]


def _posts(course: Course, item: Item) -> None:
    from apps.courses.models import Enrolment
    from apps.talk.models import Post

    people = list(Enrolment.objects.filter(course=course, role="student").values_list("person_id", flat=True))
    start = datetime.fromisoformat(CLOCK) - timedelta(days=2)

    def post(n: int, head: Post | None = None) -> Post:
        return Post(
            course=course, item=item, author_id=people[n % len(people)], html=f"<p>{SENTENCE * 4}</p>",
            text=SENTENCE * 4, words=64, at=start + timedelta(minutes=n), answers=head, root=head,
        )  # fmt: skip

    heads = Post.objects.bulk_create(post(n) for n in range(POSTS))
    Post.objects.bulk_create(post(POSTS + n * REPLIES + k, h) for n, h in enumerate(heads) for k in range(REPLIES))


def _messages(course: Course) -> int:
    """Rosalind's, with people of their class; gives the key of one thread."""
    from apps.courses.models import Enrolment
    from apps.messages.models import Message, Thread
    from apps.people.models import Person

    own = Person.objects.get(username="rosalind.tarrow")
    others = Person.objects.bulk_create(
        Person(username=f"friend{n}", email=f"friend{n}@ostrell.example", name=f"Friend {n}", sort_name=f"Friend {n}")
        for n in range(THREADS)
    )
    Enrolment.objects.bulk_create(Enrolment(course=course, person=p, role="student") for p in others)
    threads = Thread.objects.bulk_create(
        Thread(course=course, one_id=min(own.pk, p.pk), other_id=max(own.pk, p.pk)) for p in others
    )
    start = datetime.fromisoformat(CLOCK) - timedelta(days=30)
    for n, thread in enumerate(threads):
        made = Message.objects.bulk_create(
            Message(
                thread=thread, sender_id=thread.one_id if k % 2 else thread.other_id or 0, html=f"<p>{SENTENCE}</p>",
                text=SENTENCE, at=start + timedelta(minutes=n * MESSAGES + k),
            )
            for k in range(MESSAGES)
        )  # fmt: skip
        thread.last = made[-1]
    Thread.objects.bulk_update(threads, ["last"])
    return threads[0].pk


def _announcements(course: Course) -> None:
    from apps.messages.models import Announcement

    start = datetime.fromisoformat(CLOCK)
    Announcement.objects.bulk_create(
        Announcement(
            course=course, title=f"Announcement {n}", html=f"<p>{SENTENCE * 6}</p>", text=SENTENCE * 6, published=True,
            made_at=start - timedelta(days=n), released_at=start - timedelta(days=n),
        )
        for n in range(ANNOUNCEMENTS)
    )  # fmt: skip


def measured() -> bool:
    """The week to come for all students of the place, a class of 2,000 among them (tools.bench_class makes it), their
    mail included; prints both, true when the bar is kept."""
    from apps.notices.models import Notice, OutboxMail
    from apps.screens.today.week_letter import batches_to_tell, tell_week
    from django.test import override_settings
    from tests.post import deliver_all

    with override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend", FIXED_CLOCK=SUNDAY.isoformat()):
        took, told = _timed(lambda: sum(tell_week(ids, first, SUNDAY) for first, ids in batches_to_tell(SUNDAY)))
        sent, _ = _timed(deliver_all)
        mails = OutboxMail.objects.filter(subject__startswith="The week to come").count()
    print(
        f"the week to come, told to {told}: {took:.2f} s, bar {DIGEST_BAR_S} s; their {mails} mails sent in {sent:.2f} s"
    )
    return took <= DIGEST_BAR_S and told == mails == Notice.objects.filter(kind="week").count()


def _timed(run: Callable[[], int]) -> tuple[float, int]:
    start = time.perf_counter()
    found = run()
    return time.perf_counter() - start, found
