"""Who is told of a post, and who is not."""

from __future__ import annotations

from typing import Any

from tests.base import Caller

from apps.notices.models import Notice
from apps.talk.tests.base import LONG, SHORT, TalkCase


class Telling(TalkCase):
    def setUp(self) -> None:
        super().setUp()
        Notice.objects.all().delete()

    def told(self, who: Caller) -> list[str]:
        found: list[dict[str, Any]] = who.get("/notices").json()["notices"]
        return [n["kind"] for n in found]

    def naming(self, who: Caller) -> str:
        return f'{LONG}<p><span data-mention="{who.person.pk}">@{who.person.name}</span></p>'

    def test_a_reply_and_a_mention_reach_whom_they_are_for(self) -> None:
        self.rules(after_own=False)
        pk = self.said(self.cas)
        self.said(self.ros, self.naming(self.others[0]), pk)
        self.assertEqual((self.told(self.cas), self.told(self.others[0])), (["reply"], ["mention"]))
        self.assertEqual(self.told(self.ros), [])
        address = Notice.objects.get(person=self.cas.person).address
        self.assertRegex(address, rf"^/c/srv-110/item/{self.talk.pk}\?post=\d+#post-\d+$")

    def test_nobody_is_told_of_what_they_could_not_read(self) -> None:
        self.said(self.ros, self.naming(self.cas))
        self.assertEqual(self.told(self.cas), [], "they have not written their own post yet")
        self.rules(readers="teachers", after_own=False)
        self.said(self.ros, self.naming(self.cas))
        self.assertEqual(self.told(self.cas), [])
        self.rules(readers="class")
        self.talk.published = False
        self.talk.save()
        self.said(self.teacher, self.naming(self.cas))
        self.assertEqual(self.told(self.cas), [])

    def test_somebody_of_no_course_of_ours_is_not_told(self) -> None:
        self.rules(after_own=False)
        self.said(self.ros, f'{SHORT}<span data-mention="999999999999">@Nobody</span>')
        self.assertEqual(Notice.objects.count(), 0)

    def test_who_wrote_what_was_hidden_reads_why(self) -> None:
        pk = self.said(self.ros)
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/hidden", {"on": True, "why": "Names a person."})
        notice = Notice.objects.get(person=self.ros.person)
        self.assertEqual((notice.kind, notice.line), ("hidden", "Names a person."))
