"""Who reads what: rooms, views, what is new; and that a page stays constant in queries."""

from __future__ import annotations

from datetime import datetime, timedelta

from django.db import connection
from django.test.utils import CaptureQueriesContext
from tests.base import ASSISTANT, CLOCK, Caller

from apps.courses.models import Group, GroupMember
from apps.talk.models import Post, SameQuestion, Visit
from apps.talk.tests.base import LONG, SHORT, TalkCase

NOW = datetime.fromisoformat(CLOCK)


class Rooms(TalkCase):
    def test_before_ones_own_first_post_those_of_others_are_not_there(self) -> None:
        pk = self.said(self.others[0])
        page = self.page(self.ros)
        self.assertEqual((page["threads"], page["waits_for_own"], page["lane"]), ([], True, []))
        self.assertEqual((page["totals"]["posts"], page["waiting"]), (0, []))
        self.refused(self.say(self.ros, SHORT, pk), 404, "request.not_found")
        self.refused(self.ros.get(f"/courses/srv-110/posts/{pk}/editions"), 404, "request.not_found")
        own = self.said(self.ros)
        self.assertEqual(self.heads(self.ros), [pk, own])
        self.ros.send("DELETE", f"/courses/srv-110/posts/{own}")
        self.assertEqual(self.heads(self.ros), [own], "taken back, it opens nothing any more")

    def test_a_group_hears_itself_and_nobody_else(self) -> None:
        a, b = (Group.objects.create(course=self.course, name=n) for n in ("Upper", "Lower"))
        for group, who in ((a, self.ros), (a, self.others[0]), (b, self.cas)):
            GroupMember.objects.create(group=group, person=who.person)
        self.rules(readers="group", groups=[a.pk, b.pk], after_own=False)
        mine = self.said(self.ros)
        self.assertEqual(self.heads(self.others[0]), [mine])
        self.assertEqual(self.heads(self.cas), [])
        self.refused(self.say(self.cas, SHORT, mine), 404, "request.not_found")
        homeless = self.others[1]
        self.assertEqual(self.page(homeless)["shut"], "no_group")
        self.refused(self.say(homeless), 403, "post.no_group")
        self.refused(self.say(self.teacher), 422, "post.which_group")
        theirs = self.said(self.teacher, LONG, None, group_id=b.pk)
        self.assertEqual(self.heads(self.cas), [theirs])
        self.assertEqual(self.heads(self.teacher, f"?group={a.pk}"), [mine])
        self.assertEqual([r["name"] for r in self.page(self.teacher)["rooms"]], ["Lower", "Upper"])

    def test_a_reflection_is_between_its_writer_and_the_teachers(self) -> None:
        self.rules(readers="teachers", after_own=False)
        mine, theirs = self.said(self.ros), self.said(self.cas)
        self.assertEqual(self.heads(self.ros), [mine])
        answer = self.said(self.teacher, SHORT, mine)
        self.assertEqual([r["id"] for r in self.page(self.ros)["threads"][0]["replies"]], [answer])
        self.assertEqual(self.heads(self.teacher), [mine, theirs])
        self.assertEqual(self.heads(self.cas), [theirs])

    def test_an_assistant_reads_the_reflections_of_their_own_section(self) -> None:
        self.rules(readers="teachers", after_own=False)
        everyone = [self.ros, self.cas, *self.others]
        said = {self.said(who): who for who in everyone}
        assistant = Caller(ASSISTANT)
        own = set(assistant.person.enrolments.values_list("section_id", flat=True))
        theirs = {pk for pk, who in said.items() if who.person.enrolments.get(course=self.course).section_id in own}
        self.assertTrue(0 < len(theirs) < len(said))
        self.assertEqual(set(self.heads(assistant)), theirs)

    def test_a_section_hears_itself(self) -> None:
        self.rules(readers="section", after_own=False)
        said = {
            who.person.enrolments.get(course=self.course).section_id: self.said(who) for who in (self.ros, self.cas)
        }
        self.assertEqual(len(said), 2)
        self.assertEqual(self.heads(self.ros), [said[self.ros.person.enrolments.get(course=self.course).section_id]])

    def test_who_reads_it_is_not_widened_over_what_was_written(self) -> None:
        self.rules(readers="teachers")
        self.said(self.ros)
        rules = {"readers": "class"}
        answer = self.teacher.send("PUT", f"/courses/srv-110/items/{self.talk.pk}/settings", {"talk": rules})
        self.refused(answer, 409, "discussion.with_posts")


class Views(TalkCase):
    def setUp(self) -> None:
        super().setUp()
        self.rules(after_own=False)

    def test_posts_without_a_reply_are_found_and_offered(self) -> None:
        a, b = self.said(self.others[0]), self.said(self.others[1])
        self.said(self.others[0], SHORT, a)
        self.assertEqual(self.heads(self.ros, "?view=unanswered"), [a, b], "one's own reply is no answer")
        self.said(self.ros, SHORT, a)
        page = self.page(self.ros, "?view=unanswered")
        self.assertEqual([t["head"]["id"] for t in page["threads"]], [b])
        self.assertEqual([w["id"] for w in page["waiting"]], [b])
        self.assertEqual(page["totals"]["unanswered"], 1)
        self.assertEqual(self.heads(self.ros, "?view=mine"), [a])

    def test_new_is_what_others_said_since_the_last_visit_until_the_visit_ends(self) -> None:
        self.said(self.others[0])
        self.ros.send("POST", self.at("/seen"))
        self.assertEqual(self.page(self.ros)["totals"]["new"], 0)
        Visit.objects.filter(item=self.talk, person=self.ros.person).update(
            seen_at=NOW - timedelta(hours=2), before_at=NOW - timedelta(hours=3)
        )
        self.ros.send("POST", self.at("/seen"))
        pk = self.said(self.others[1])
        Post.objects.filter(pk=pk).update(at=NOW - timedelta(minutes=5))
        Post.objects.exclude(pk=pk).filter(item=self.talk).update(at=NOW - timedelta(hours=5))
        self.ros.send("POST", self.at("/seen"))
        page = self.page(self.ros, "?view=new")
        self.assertEqual([t["head"]["id"] for t in page["threads"]], [pk])
        self.assertTrue(page["threads"][0]["head"]["new"])

    def test_what_others_say_meanwhile_is_counted_and_moves_nothing(self) -> None:
        self.said(self.others[0])
        newest = self.page(self.ros)["newest"]
        self.said(self.others[1])
        self.said(self.ros)
        found = self.ros.get(self.at(f"/news?newest={newest}")).json()
        self.assertEqual(found["posts"], 1)

    def test_a_link_leads_to_the_page_on_which_the_post_stands(self) -> None:
        heads = [self.said(self.teacher) for _ in range(33)]
        reply = self.said(self.others[0], SHORT, heads[20])
        page = self.page(self.ros, f"?post={reply}")
        self.assertEqual((page["page"], page["pages"]), (2, 3))
        self.assertIn(heads[20], [t["head"]["id"] for t in page["threads"]])

    def test_a_chain_of_three_hundred_replies_is_one_thread(self) -> None:
        last = head = self.said(self.others[0])
        for n in range(10):
            last = self.said(self.others[n % 3], SHORT, last)
        post = Post.objects.get(pk=last)
        self.assertEqual(post.root_id, head, "a reply to a reply is of the same thread")
        for _ in range(290):
            post.pk, post.answers_id = None, post.pk
            post.save()
        page = self.page(self.ros)
        self.assertEqual(
            (len(page["threads"]), len(page["threads"][0]["replies"]), page["threads"][0]["more"]), (1, 20, 280)
        )
        whole = self.page(self.ros, f"?thread={head}")["threads"][0]
        self.assertEqual((len(whole["replies"]), whole["more"]), (300, 0))
        self.assertEqual(whole["replies"][-1]["answers"], whole["replies"][-2]["id"])

    def test_the_lane_counts_the_class_and_oneself(self) -> None:
        a = self.said(self.others[0])
        self.said(self.ros)
        self.said(self.ros, SHORT, a)
        slots = self.page(self.ros)["lane"]
        keys = ("posts", "replies", "own_posts", "own_replies")
        self.assertEqual([sum(s[k] for s in slots) for k in keys], [1, 0, 1, 1])

    def test_an_open_question_has_one_answer_and_many_askers(self) -> None:
        self.rules(sort="questions")
        asked = self.said(self.others[0])
        first, second = self.said(self.ros, SHORT, asked), self.said(self.cas, SHORT, asked)
        at = "/courses/srv-110/posts"
        self.assertEqual(self.others[0].send("PUT", f"{at}/{first}/accepted", {"on": True}).status_code, 200)
        self.teacher.send("PUT", f"{at}/{second}/accepted", {"on": True})
        self.assertEqual(
            list(Post.objects.filter(accepted=True, item=self.talk).values_list("pk", flat=True)), [second]
        )
        self.refused(self.ros.send("PUT", f"{at}/{first}/accepted", {"on": True}), 403, "post.not_yours")
        self.ros.send("PUT", f"{at}/{asked}/same", {"on": True})
        self.ros.send("PUT", f"{at}/{asked}/same", {"on": True})
        self.assertEqual(SameQuestion.objects.filter(post_id=asked).count(), 1)
        self.refused(self.others[0].send("PUT", f"{at}/{asked}/same", {"on": True}), 422, "post.own_question")

    def test_a_page_is_constant_in_queries(self) -> None:
        counts = []
        self.said(self.ros)
        for _ in range(2):
            for who in self.others[:5]:
                pk = self.said(who)
                self.said(self.ros, SHORT, pk)
            self.rules(after_own=True)
            for who in (self.ros, self.teacher):
                self.page(who)
                with CaptureQueriesContext(
                    connection,
                ) as seen:
                    self.page(who)
                counts.append(len([q for q in seen.captured_queries if "SAVEPOINT" not in q["sql"]]))
        self.assertEqual(counts[:2], counts[2:])
        self.assertLessEqual(max(counts), 14, "two of them are the session's and the reader's own")
