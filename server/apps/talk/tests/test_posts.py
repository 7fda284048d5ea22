"""Posting and replying: what is there of one's part follows what is said, and so does the path."""

from __future__ import annotations

from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import Caller
from tests.files import PNG

from apps.kernel.models import AuditRecord
from apps.path.models import Fact
from apps.talk.models import Post, PostDraft, PostEdition
from apps.talk.tests.base import LONG, SHORT, TalkCase


class Posting(TalkCase):
    def test_a_post_and_two_replies_make_the_part_and_the_path_knows(self) -> None:
        a, b = self.others[:2]
        first, second = self.said(a), self.said(b)
        self.said(self.ros)
        self.assertEqual(self.fact(self.ros), ("started", {"want.a": 1, "want.b": 0}))
        self.said(self.ros, SHORT, first)
        self.said(self.ros, SHORT, first)
        self.assertEqual(self.fact(self.ros), ("started", {"want.a": 1, "want.b": 1}))
        last = self.said(self.ros, SHORT, second)
        self.assertEqual(self.fact(self.ros), ("posted", {"want.a": 1, "want.b": 2}))
        self.assertEqual(self.state(self.ros), ("done", True))
        self.ros.send("DELETE", f"/courses/srv-110/posts/{last}")
        self.assertEqual(self.fact(self.ros), ("started", {"want.a": 1, "want.b": 1}))
        self.assertEqual(self.state(self.ros), ("started", False))

    def state(self, who: Caller) -> tuple[str, bool]:
        row = who.get(f"/courses/srv-110/items/{self.talk.pk}").json()["row"]
        return row["state"], row["done"]

    def test_the_page_says_what_is_left_and_what_it_is_worth(self) -> None:
        other = self.said(self.others[0])
        self.said(self.ros)
        self.said(self.ros, SHORT, other)
        part = self.page(self.ros)["part"]
        self.assertEqual([(w["have"], w["count"], w["each"]) for w in part["wants"]], [(1, 1, "5"), (1, 2, "2.5")])
        self.assertEqual((part["proposed"], part["possible"], part["done"]), ("7.5", "10", False))
        self.assertEqual(part["wants"][0]["words"], "a post of at least 50 words")
        self.assertEqual(part["wants"][1]["words"], "replies to 2 different classmates")
        self.assertEqual(part["wants"][0]["by"], "2026-10-09T04:59:00Z")

    def test_a_reply_to_the_teacher_or_to_oneself_is_one_and_counts_for_nothing(self) -> None:
        own, theirs = self.said(self.ros), self.said(self.teacher)
        self.said(self.ros, SHORT, own)
        self.said(self.ros, SHORT, theirs)
        self.assertEqual(self.fact(self.ros), ("started", {"want.a": 1, "want.b": 0}))

    def test_a_changed_post_counts_as_it_is_now_and_keeps_what_it_was(self) -> None:
        pk = self.said(self.ros, SHORT)
        self.assertIsNone(self.fact(self.ros))
        changed = self.ros.send("PUT", f"/courses/srv-110/posts/{pk}", {"html": LONG, "edition": 1})
        self.assertEqual(changed.status_code, 200)
        self.assertEqual(self.fact(self.ros), ("started", {"want.a": 1, "want.b": 0}))
        self.assertEqual(PostEdition.objects.get(post_id=pk).html, SHORT)
        seen = self.teacher.get(f"/courses/srv-110/posts/{pk}/editions").json()
        self.assertEqual([e["html"] for e in seen], [SHORT])
        again = self.ros.send("PUT", f"/courses/srv-110/posts/{pk}", {"html": SHORT, "edition": 1})
        problem = self.refused(again, 409, "post.changed_elsewhere")
        self.assertEqual(problem["edition"], 2)

    def test_nobody_changes_or_takes_back_what_is_not_theirs(self) -> None:
        self.rules(after_own=False)
        pk = self.said(self.others[0])
        for who in (self.ros, self.teacher):
            body = {"html": LONG + LONG, "edition": 1}
            self.refused(who.send("PUT", f"/courses/srv-110/posts/{pk}", body), 403, "post.not_yours")
            self.refused(who.send("DELETE", f"/courses/srv-110/posts/{pk}"), 403, "post.not_yours")

    def test_what_is_asked_anew_is_counted_anew_and_when_it_is_set_back_too(self) -> None:
        self.said(self.ros)
        wants = [{"key": "a", "what": "post", "words": 50}]
        change = self.teacher.send("PATCH", f"/courses/srv-110/items/{self.talk.pk}", {"wants": wants}).json()
        self.assertEqual(self.fact(self.ros), ("posted", {"want.a": 1}))
        self.teacher.send("POST", f"/courses/srv-110/changes/{change['change']}/undo")
        self.assertEqual(self.fact(self.ros), ("started", {"want.a": 1, "want.b": 0}))

    def test_the_same_wish_sent_twice_is_one_post(self) -> None:
        body = {"html": LONG, "answers": None}
        ids = {self.ros.send("POST", self.at("/posts"), body, key="one-wish").json()["id"] for _ in range(2)}
        self.assertEqual((len(ids), Post.objects.filter(item=self.talk).count()), (1, 1))

    def test_what_was_changed_in_the_background_counts_for_the_path_of_others_too(self) -> None:
        """A condition on the discussion opens for who has done their part."""
        check = self.item("Check 7: traverse computation")
        check.conditions = {"join": "all", "of": [{"on": "done", "items": [self.talk.pk], "of": None}]}
        check.save()
        self.assertEqual(self.ros.get(f"/courses/srv-110/items/{check.pk}").status_code, 403)
        self.talk.wants = [{"key": "a", "what": "post", "count": 1, "words": 0, "image": False, "days": 1, "before": 0, "at": None, "worth": 1}]  # fmt: skip
        self.talk.save()
        self.said(self.ros)
        self.assertEqual(self.ros.get(f"/courses/srv-110/items/{check.pk}").status_code, 200)


class Refusals(TalkCase):
    def test_nothing_too_much_and_foreign_embeds_are_refused_with_a_sentence(self) -> None:
        for html, code in (
            ("<p> </p>", "written.empty"),
            ("<p>" + "x" * 100_001 + "</p>", "written.too_long"),
            ('<span data-latex="x"></span>' * 201, "written.formulas"),
            ('<p>see</p><div data-embed="https://elsewhere.example/v"></div>', "text.embed"),
        ):
            with self.subTest(code=code):
                self.refused(self.say(self.ros, html), 422, code)
        self.assertEqual(Post.objects.filter(item=self.talk).count(), 0)

    def test_a_megabyte_of_formulas_is_refused(self) -> None:
        self.refused(self.say(self.ros, '<span data-latex="\\frac{a}{b}"></span>' * 30_000), 422, "written.too_long")

    def test_a_reply_to_what_was_hidden_meanwhile_says_so_and_keeps_the_draft(self) -> None:
        self.rules(after_own=False)
        pk = self.said(self.others[0])
        self.ros.send("PUT", self.at("/draft"), {"html": SHORT, "answers": pk, "edition": 0})
        hidden = self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/hidden", {"on": True, "why": "Names a person."})
        self.assertEqual(hidden.status_code, 200)
        self.refused(self.say(self.ros, SHORT, pk), 409, "post.gone")
        self.assertEqual(PostDraft.objects.get(person=self.ros.person).html, SHORT)

    def test_a_closed_thread_takes_no_replies_but_those_of_teachers(self) -> None:
        self.rules(after_own=False)
        pk = self.said(self.others[0])
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/closed", {"on": True, "why": "Settled."})
        problem = self.refused(self.say(self.ros, SHORT, pk), 409, "post.closed")
        self.assertIn("Settled.", problem["detail"])
        self.said(self.teacher, SHORT, pk)
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/closed", {"on": False})
        self.said(self.ros, SHORT, pk)

    def test_after_it_closed_and_before_it_opens_nobody_writes(self) -> None:
        for moments, code in (
            ({"closes": {"on": "absolute", "wall": "2026-10-06T10:00"}}, "item.closed"),
            ({"opens": {"on": "absolute", "wall": "2026-10-09T10:00"}}, "item.not_open"),
        ):
            self.talk.moments = moments
            self.talk.save()
            self.refused(self.say(self.ros), 403, code)

    def test_a_wish_out_of_bounds_names_the_part(self) -> None:
        for want, code in (
            ({"key": "a", "what": "post", "count": 0}, "want.count"),
            ({"key": "a", "what": "post", "days": 2}, "want.days"),
            ({"key": "a", "what": "reply", "before": 999}, "want.before"),
        ):
            answer = self.teacher.send("PATCH", f"/courses/srv-110/items/{self.talk.pk}", {"wants": [want]})
            self.refused(answer, 422, code)
        page = self.item("Latitudes and departures")
        answer = self.teacher.send(
            "PATCH", f"/courses/srv-110/items/{page.pk}", {"wants": [{"key": "a", "what": "post"}]}
        )
        self.refused(answer, 422, "item.wrong_kind")

    def test_a_done_rule_that_asks_for_posts_where_none_are_asked_for_is_never_chosen(self) -> None:
        at = f"/courses/srv-110/items/{self.talk.pk}"
        self.teacher.send("PATCH", at, {"wants": []})
        self.assertEqual(self.teacher.get(at).json()["done_rule"], "ticked")
        self.refused(self.teacher.send("PATCH", at, {"done_rule": "posted"}), 422, "item.never_done")


class Drafts(TalkCase):
    def test_a_draft_is_kept_by_what_it_answers_and_goes_with_its_post(self) -> None:
        self.rules(after_own=False)
        pk = self.said(self.others[0])
        for answers, html in ((None, LONG), (pk, SHORT)):
            kept = self.ros.send("PUT", self.at("/draft"), {"html": html, "answers": answers, "edition": 0})
            self.assertEqual(kept.json()["edition"], 1)
        shown = {d["answers"]: d["html"] for d in self.page(self.ros)["drafts"]}
        self.assertEqual(shown, {None: LONG, pk: SHORT})
        self.said(self.ros, SHORT, pk)
        self.assertEqual([d["answers"] for d in self.page(self.ros)["drafts"]], [None])
        self.ros.send("PUT", self.at("/draft"), {"html": "<p></p>", "answers": None, "edition": 1})
        self.assertEqual(self.page(self.ros)["drafts"], [])

    def test_a_second_window_does_not_write_over_the_first(self) -> None:
        self.ros.send("PUT", self.at("/draft"), {"html": LONG, "edition": 0})
        answer = self.ros.send("PUT", self.at("/draft"), {"html": SHORT, "edition": 0})
        self.assertEqual(self.refused(answer, 409, "post.draft_elsewhere")["html"], LONG)


class Moderation(TalkCase):
    def test_a_hidden_post_is_read_by_its_author_with_the_reason_and_by_teachers(self) -> None:
        self.rules(after_own=False)
        pk = self.said(self.ros)
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/hidden", {"on": True, "why": "Names a person."})
        self.assertEqual(self.heads(self.others[0]), [])
        own = self.page(self.ros)["threads"][0]["head"]
        self.assertEqual((own["gone"], own["why"], own["html"]), ("hidden", "Names a person.", LONG))
        self.assertEqual(self.heads(self.teacher), [pk])
        self.assertIsNone(self.fact(self.ros))
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/hidden", {"on": False})
        self.assertEqual(self.fact(self.ros), ("started", {"want.a": 1, "want.b": 0}))
        self.assertEqual(self.heads(self.others[0]), [pk])

    def test_what_is_gone_and_was_answered_keeps_its_place_without_its_words(self) -> None:
        self.rules(after_own=False)
        pk = self.said(self.others[0])
        self.said(self.ros, SHORT, pk)
        self.others[0].send("DELETE", f"/courses/srv-110/posts/{pk}")
        head = self.page(self.cas)["threads"][0]["head"]
        self.assertEqual((head["id"], head["gone"], head["html"], head["why"]), (pk, "taken_back", "", ""))
        self.assertEqual(self.page(self.teacher)["threads"][0]["head"]["html"], LONG)

    def test_a_report_stands_on_the_desk_until_it_is_settled(self) -> None:
        self.rules(after_own=False)
        pk = self.said(self.others[0])
        self.ros.send("POST", f"/courses/srv-110/posts/{pk}/reports", {"why": "It names somebody."})
        rows = [r for r in self.teacher.get("/desk").json()["rows"] if r["kind"] == "post_report"]
        self.assertEqual([(r["row_id"], r["lines"][0]) for r in rows], [(pk, "It names somebody.")])
        self.assertEqual(self.page(self.teacher)["threads"][0]["head"]["reports"], ["It names somebody."])
        self.assertEqual(self.page(self.cas)["threads"][0]["head"]["reports"], [])
        self.teacher.send("DELETE", f"/courses/srv-110/posts/{pk}/reports")
        self.assertNotIn("post_report", [r["kind"] for r in self.teacher.get("/desk").json()["rows"]])

    def test_each_step_leaves_a_record(self) -> None:
        pk = self.said(self.ros)
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/hidden", {"on": True, "why": "Names a person."})
        found = AuditRecord.objects.filter(target_kind="post", target_id=pk).order_by("id")
        self.assertEqual([(r.action, r.why) for r in found], [("talk.post", ""), ("talk.hide", "Names a person.")])


class Files(TalkCase):
    def upload(self, who: Caller, name: str = "a.png", content: bytes = PNG, kind: str = "image/png") -> str:
        answer = who.send("POST", self.at("/files"), file=SimpleUploadedFile(name, content, kind))
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return str(answer.json()["file"]["address"])

    def status(self, who: Caller, address: str) -> int:
        return int(who.client.get(address).status_code)

    def test_a_picture_is_read_by_whoever_reads_the_post(self) -> None:
        address = self.upload(self.ros)
        self.assertEqual((self.status(self.ros, address), self.status(self.cas, address)), (200, 404))
        pk = self.said(self.ros, f'<p>Look</p><img src="{address}" alt="The loop">')
        self.assertEqual(self.status(self.cas, address), 404, "before one's own first post")
        self.said(self.cas)
        self.assertEqual(self.status(self.cas, address), 200)
        self.teacher.send("PUT", f"/courses/srv-110/posts/{pk}/hidden", {"on": True, "why": "Names a person."})
        self.assertEqual((self.status(self.cas, address), self.status(self.teacher, address)), (404, 200))

    def test_what_is_no_picture_is_refused_by_name(self) -> None:
        for name, content in (
            ("a.png", b"not a picture at all"),
            ("a.svg", b"<svg xmlns='http://www.w3.org/2000/svg'/>"),
        ):
            answer = self.ros.send("POST", self.at("/files"), file=SimpleUploadedFile(name, content, "image/png"))
            self.assertIn(name, self.refused(answer, 422, "picture.not_one")["detail"])

    def test_a_picture_that_says_it_is_a_recording_is_none(self) -> None:
        answer = self.ros.send("POST", self.at("/files"), file=SimpleUploadedFile("a.webm", PNG, "video/webm"))
        self.assertEqual(answer.status_code, 422)
        self.assertFalse(Fact.objects.filter(item=self.talk, kind="posted").exists())
