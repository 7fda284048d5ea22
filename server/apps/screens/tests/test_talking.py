"""Discussions over the course: one's part, what is new, and what is found, of nothing that is not theirs to hear."""

from __future__ import annotations

from typing import Any

from django.db import connection
from django.test.utils import CaptureQueriesContext
from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Course, Group, GroupMember
from apps.talk.models import Discussion, Post, Visit

THIS_WEEK, WORD = "Where did the error go?", "quincunx"
LONG = f"<p>{WORD} " + "word " * 55 + "</p>"


class Talking(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.talk = self.item(THIS_WEEK)
        Post.objects.filter(item=self.talk).delete()
        Visit.objects.filter(item=self.talk).delete()
        self.teacher, self.ros, self.cas = Caller(INSTRUCTOR), Caller(KEEPS_UP), Caller(BEHIND)

    def rules(self, **fields: Any) -> None:
        Discussion.objects.update_or_create(item=self.talk, defaults=fields)

    def say(self, who: Caller, **more: Any) -> int:
        answer = who.send("POST", f"/courses/srv-110/items/{self.talk.pk}/talk/posts", {"html": LONG} | more)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return int(answer.json()["id"])

    def found(self, who: Caller) -> list[int]:
        answer = who.client.get("/api/courses/srv-110/search", {"q": WORD}).json()
        return [s["post"] for s in answer["said"]]

    def here(self, who: Caller) -> dict[str, Any]:
        page = who.get("/courses/srv-110/discussions").json()
        return dict(next(d for d in page["discussions"] if d["row"]["id"] == self.talk.pk))

    def test_ones_part_stands_first_and_what_is_new_is_counted_from_ones_visit(self) -> None:
        self.rules(after_own=False)
        self.assertEqual(self.here(self.ros)["when"], "now")
        first = self.say(self.cas)
        self.ros.send("POST", f"/courses/srv-110/items/{self.talk.pk}/talk/seen")
        seen = self.here(self.ros)
        self.assertEqual((seen["posts"], seen["replies"], seen["new"], seen["waiting"]), (1, 0, 0, 1))
        self.say(self.ros)
        self.say(self.ros, answers=first)
        self.assertEqual(self.here(self.ros)["when"], "now", "a reply is to go")
        self.assertEqual([self.here(self.cas)[n] for n in ("posts", "replies", "waiting")], [2, 1, 1])

    def test_what_was_missed_and_can_still_be_done_asks_on_until_it_closes(self) -> None:
        late = {"due": {"on": "absolute", "wall": "2026-10-06T10:00"}}
        for closes, when in (("2026-10-09T10:00", "now"), ("2026-10-07T10:00", "earlier")):
            self.talk.moments = late | {"closes": {"on": "absolute", "wall": closes}}
            self.talk.save()
            self.assertEqual(self.here(self.ros)["when"], when, closes)

    def test_before_ones_own_post_nothing_is_counted_or_found(self) -> None:
        self.rules(after_own=True)
        pk = self.say(self.cas)
        self.assertEqual((self.found(self.ros), self.found(self.cas), self.found(self.teacher)), ([], [pk], [pk]))
        before = self.here(self.ros)
        self.assertEqual((before["posts"], before["waits_for_own"]), (0, True))
        self.say(self.ros)
        self.assertEqual(len(self.found(self.ros)), 2)

    def test_another_groups_words_are_not_found(self) -> None:
        GroupMember.objects.filter(group__course=self.course).delete()
        for name, who in (("Crew 1", self.ros), ("Crew 2", self.cas)):
            group = Group.objects.create(course=self.course, name=name)
            GroupMember.objects.create(group=group, person=who.person)
        self.rules(readers="group", after_own=False)
        pk = self.say(self.cas)
        self.assertEqual((self.found(self.ros), self.found(self.cas), self.found(self.teacher)), ([], [pk], [pk]))
        self.assertEqual(self.here(self.ros)["posts"], 0)

    def test_what_is_hidden_locked_or_of_a_course_not_open_is_not_found(self) -> None:
        self.rules(after_own=False)
        pk = self.say(self.cas)
        self.assertEqual(self.found(self.ros), [pk])
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/hidden", {"on": True, "why": "Names somebody."})
        self.assertEqual((self.found(self.ros), self.found(self.teacher)), ([], []))
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/hidden", {"on": False})
        self.talk.moments = {"opens": {"on": "absolute", "wall": "2026-10-09T10:00"}}
        self.talk.save()
        self.assertEqual(self.found(self.ros), [])
        Course.objects.filter(pk=self.course.pk).update(opened_at=None)
        for path in ("search?q=quincunx", "discussions"):
            self.assertEqual(self.ros.get(f"/courses/srv-110/{path}").status_code, 403)

    def test_queries_are_constant(self) -> None:
        self.rules(after_own=False)
        counts = []
        for _ in range(2):
            self.ros.get("/courses/srv-110/discussions")
            with CaptureQueriesContext(connection) as found:
                self.ros.get("/courses/srv-110/discussions")
            counts.append(len(found))
            for _n in range(12):
                self.say(self.cas)
        self.assertEqual(counts[0], counts[1])
        self.assertLessEqual(counts[0], 14)
