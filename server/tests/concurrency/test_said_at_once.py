"""What is said by two at once, in real transactions: each race is shown first with its lock off."""

from __future__ import annotations

import threading
from collections.abc import Callable
from datetime import datetime
from typing import Any
from unittest import mock

from apps.kernel import writes
from apps.kernel.models import AuditRecord
from apps.layout.models import Item
from apps.messages.actions import announce, answer
from apps.messages.models import Announcement, Message, Question, QuestionLine
from apps.notices.models import Notice
from apps.talk.actions import write_post
from apps.talk.models import Post
from django.db import connections
from django.db.models import QuerySet
from django.test import TransactionTestCase, override_settings

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller
from tests.concurrency.test_races import at_once, slowly
from tests.worlds import CLOCK, Committed

BASE = "/courses/srv-110"
LONG = "<p>" + "word " * 55 + "</p>"
UNLOCKED = mock.patch.object(QuerySet, "select_for_update", lambda rows, *_args, **_how: rows.all())
SOON, LATER = "2026-10-07T10:21", "2026-10-20T09:00"


class Meanwhile:
    """Something that another does while a call is under way: it is waited for a while, as long as no lock holds it."""

    def __init__(self, call: Callable[[], Any]) -> None:
        self.thread = threading.Thread(target=self.run)
        self.call = call

    def run(self) -> None:
        try:
            self.result = self.call()
        finally:
            connections.close_all()

    def before(self, real: Callable[..., Any]) -> Callable[..., Any]:
        def between(*args: Any, **kwargs: Any) -> Any:
            if self.thread.ident is None:
                self.thread.start()
                self.thread.join(1.5)
            return real(*args, **kwargs)

        return between

    def done(self) -> Any:
        self.thread.join(30)
        return self.result


@override_settings(FIXED_CLOCK=CLOCK)
class SaidAtOnce(Committed, TransactionTestCase):
    def answers(self) -> list[int]:
        """Two of the team answer one question, neither having seen the other's answer."""
        asked = Caller(KEEPS_UP).send("POST", f"{BASE}/questions", {"about": "course", "html": "<p>Which peg?</p>"})
        pk = asked.json()["id"]
        wishes = [(Caller(INSTRUCTOR), "North."), (Caller(INSTRUCTOR), "South.")]
        path = f"{BASE}/questions/{pk}/answers"
        with mock.patch.object(answer, "say_line", slowly(answer.say_line)):
            told = at_once(
                *(lambda c=c, w=w: c.send("POST", path, {"html": f"<p>{w}</p>", "seen": 0}) for c, w in wishes)
            )
        self.assertEqual(Question.objects.get(pk=pk).lines.count(), sum(a.status_code == 200 for a in told))
        return sorted(a.status_code for a in told)

    def test_of_two_answers_the_second_is_shown_the_first(self) -> None:
        self.assertEqual(self.answers(), [200, 409])

    def test_without_the_lock_the_asker_would_get_two_answers_that_know_nothing_of_each_other(self) -> None:
        with UNLOCKED:
            self.assertEqual(self.answers(), [200, 200])
        self.assertEqual(QuestionLine.objects.filter(answer=True, text__in=("North.", "South.")).count(), 2)

    def hidden_while_answered(self) -> list[str]:
        """A post is hidden between a reply's look at it and the reply; what came first, by the records."""
        item = Item.objects.get(title="Where did the error go?")
        post = Post.objects.filter(item=item, answers=None, author__username=KEEPS_UP).get()
        teacher, student = Caller(INSTRUCTOR), Caller(BEHIND)
        student.send("POST", f"{BASE}/items/{item.pk}/talk/posts", {"html": LONG})
        hide = {"on": True, "why": "It names somebody."}
        meanwhile = Meanwhile(lambda: teacher.send("PUT", f"{BASE}/posts/{post.pk}/hidden", hide))
        start = AuditRecord.objects.latest("pk").pk
        with mock.patch.object(write_post, "_new", meanwhile.before(write_post._new)):
            reply = student.send("POST", f"{BASE}/items/{item.pk}/talk/posts", {"html": LONG, "answers": post.pk})
        self.assertEqual((meanwhile.done().status_code, reply.status_code), (200, 200))
        rows = AuditRecord.objects.filter(pk__gt=start, action__in=("talk.post", "talk.hide")).order_by("pk")
        return list(rows.values_list("action", flat=True))

    def test_a_reply_is_there_before_its_post_is_hidden_or_not_at_all(self) -> None:
        self.assertEqual(self.hidden_while_answered(), ["talk.post", "talk.hide"])

    def test_without_the_lock_somebody_would_answer_what_is_gone(self) -> None:
        with UNLOCKED:
            self.assertEqual(self.hidden_while_answered(), ["talk.hide", "talk.post"])

    def sent_twice(self) -> int:
        """The same message under the same key, because the answer was lost on the way and it came again at once."""
        callers, body = [Caller(KEEPS_UP), Caller(KEEPS_UP)], {"people": [], "html": "<p>Are we on?</p>"}
        at_once(*(lambda c=c: c.send("POST", f"{BASE}/messages", body, key="one wish") for c in callers))
        return Message.objects.filter(text="Are we on?").count()

    def test_a_message_sent_twice_on_a_bad_line_arrives_once(self) -> None:
        self.assertEqual(self.sent_twice(), 1)

    def test_without_the_claim_on_its_key_it_would_arrive_twice(self) -> None:
        with mock.patch.object(writes, "_claim", lambda _request, _key: None):
            self.assertEqual(self.sent_twice(), 2)

    def put_off_while_it_goes_out(self) -> tuple[bool, int]:
        """Its moment comes while its teacher puts it off; whether it went out, and how many were told."""
        teacher = Caller(INSTRUCTOR)
        wish = {"title": "Boots", "html": "<p>Bring boots.</p>", "moment": SOON}
        pk = teacher.send("POST", f"{BASE}/announcements", wish).json()["id"]
        Notice.objects.all().delete()
        meanwhile = Meanwhile(lambda: announce.release_due(datetime.fromisoformat("2026-10-07T10:22:00-05:00")))
        with mock.patch.object(announce, "apply_edits", meanwhile.before(announce.apply_edits)):
            told = teacher.send("PUT", f"{BASE}/announcements/{pk}", wish | {"moment": LATER})
        self.assertEqual(told.status_code, 200, told.content[:300])
        meanwhile.done()
        row = Announcement.objects.get(pk=pk)
        self.assertGreater(announce.moment_of(row.moment, announce.layout(row.course)), datetime.fromisoformat(CLOCK))
        return row.released_at is not None, Notice.objects.filter(kind="announcement").count()

    def test_what_was_put_off_in_time_does_not_go_out(self) -> None:
        self.assertEqual(self.put_off_while_it_goes_out(), (False, 0))

    def test_without_the_lock_it_would_go_out_though_it_says_later(self) -> None:
        free = lambda course: course  # noqa: E731
        with mock.patch.object(announce, "lock_course", free):
            out, told = self.put_off_while_it_goes_out()
        self.assertTrue(out)
        self.assertGreater(told, 0)
