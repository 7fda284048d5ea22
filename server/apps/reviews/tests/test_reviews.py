"""Students read each other's work: the lot, what readers and authors are told, and what both parts count."""

from __future__ import annotations

import statistics
from decimal import Decimal
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from tests.base import INSTRUCTOR, Caller, DemoCase

from apps.assignments.models import Brief, HandIn
from apps.courses.models import Enrolment, Group, GroupMember
from apps.gradebook.models import Rubric, Score
from apps.kernel.public import Actor, now
from apps.layout.models import Item, Module
from apps.notices.models import Notice
from apps.people.models import Person
from apps.reviews.jobs import review_by_the_clock
from apps.reviews.models import Reading, ReviewRules
from apps.transfer.actions.copy_course import copy_course

LOOP, TITLE = "Field book: campus loop", "Read two field books"
READERS = 4


class Reviewed(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        HandIn.objects.filter(item__title=LOOP).delete()
        self.made = self.make()
        people = Enrolment.objects.filter(course=self.course, role="student").order_by("person__sort_name")
        everybody = [Caller(e.person.username) for e in people.select_related("person")]
        open_to = [c for c in everybody if c.get(self.path(LOOP, "/hand-in")).status_code == 200]
        self.people = open_to[:READERS]
        for n, who in enumerate(self.people):
            self.hand_in(who, f"Page {n}")

    def make(self) -> Item:
        module = Module.objects.get(course=self.course, week=7)
        wish = {"kind": "review", "title": TITLE}
        told = self.teacher.send("POST", f"/courses/srv-110/modules/{module.pk}/items", wish)
        self.assertEqual(told.status_code, 200, told.content)
        item = Item.objects.get(pk=told.json()["id"])
        self.teacher.send("PATCH", f"/courses/srv-110/items/{item.pk}", {"published": True, "points": 10})
        self.teacher.send("PUT", f"/courses/srv-110/items/{item.pk}/moments", {"due": "2026-10-18T23:59"})
        rules = {"of": self.item(LOOP).pk, "each": 2, "anonymous": True}
        put = self.teacher.send("PUT", f"/courses/srv-110/items/{item.pk}/review-rules", rules)
        self.assertEqual(put.status_code, 200, put.content)
        return item

    def hand_in(self, who: Caller, text: str) -> None:
        self.assertEqual(
            who.send("PUT", self.path(LOOP, "/hand-in"), {"text": text, "comment": "Hello"}).status_code, 200
        )
        self.assertEqual(who.send("POST", self.path(LOOP, "/hand-in")).status_code, 200)

    def at(self, rest: str) -> str:
        return f"/courses/srv-110/items/{self.made.pk}{rest}"

    def draw(self) -> Any:
        return self.teacher.send("POST", self.at("/review-lot"))

    def write(
        self, who: Caller, position: int, points: str = "20", send: bool = True, edition: int = 0, **more: Any
    ) -> Any:
        body = {"words": "Clear.", "points": points, "edition": edition, "send": send} | more
        return who.send("PUT", self.at(f"/reviews/{position}"), body)

    def send_all(self, points: str = "20") -> None:
        for who in self.people:
            for position in (1, 2):
                self.assertEqual(self.write(who, position, points).status_code, 200)

    def reads(self, who: Caller) -> Any:
        return who.get(self.at("/reviews")).json()

    def test_everybody_reads_two_of_others_and_is_told(self) -> None:
        self.assertEqual(self.reads(self.people[0])["works"], [])
        self.assertEqual(self.draw().json(), {"readers": READERS})
        for n, who in enumerate(self.people):
            works = self.reads(who)["works"]
            self.assertEqual(len(works), 2)
            self.assertNotIn(f"Page {n}", [w["work"]["text"] for w in works])
            self.assertTrue(Notice.objects.filter(person=who.person, title=TITLE).exists())
        self.assertEqual(self.draw().json(), {"readers": 0})

    def test_nothing_that_a_reader_is_told_says_whose_it_is_and_the_other_way_round(self) -> None:
        self.draw()
        said = self.people[0].get(self.at("/reviews")).content.decode()
        for other in self.people[1:]:
            for telling in (other.person.name, other.person.username, other.person.sort_name):
                self.assertNotIn(telling, said)
        self.assertNotIn("Hello", said, "a note is to the instructor")
        self.assertFalse(
            [n for n in HandIn.objects.filter(item__title=LOOP).values_list("number", flat=True) if n in said]
        )
        self.send_all()
        told = self.people[0].get(self.path(LOOP, "/own-readings")).json()
        self.assertEqual([r["reader"] for r in told["readings"]], ["Reader 1", "Reader 2"])
        rules = {"of": self.item(LOOP).pk, "each": 2, "anonymous": False}
        self.teacher.send("PUT", self.at("/review-rules"), rules)
        names = {c.person.name for c in self.people}
        self.assertLessEqual({w["author"] for w in self.reads(self.people[0])["works"]}, names)

    def test_it_is_done_and_worth_its_points_when_all_are_sent(self) -> None:
        self.draw()
        who = self.people[0]

        def row() -> Any:
            rows = [r for m in who.get("/courses/srv-110/weeks/7").json()["modules"] for r in m["rows"]]
            return next(r for r in rows if r["title"] == TITLE)

        self.assertEqual(row()["state"], "to_do")
        self.write(who, 1)
        self.assertEqual((row()["state"], row()["done"]), ("started", False))
        self.write(who, 2)
        self.assertTrue(row()["done"])
        self.assertEqual(self.score(who), 10)

    def score(self, who: Caller) -> Any:
        return Score.objects.get(cell__graded_item__item=self.made, cell__person=who.person).raw

    def test_who_sent_one_of_two_has_half_when_it_is_over(self) -> None:
        self.draw()
        self.write(self.people[0], 1)
        review_by_the_clock(0)
        self.assertFalse(Score.objects.filter(cell__graded_item__item=self.made).exists())
        with override_settings(FIXED_CLOCK="2026-10-19T12:00:00+00:00"):
            review_by_the_clock(0)
            self.assertEqual(self.score(self.people[0]), 5)
            self.assertEqual(Score.objects.filter(cell__graded_item__item=self.made).count(), 1)

    def test_a_draft_is_kept_sends_nothing_and_two_windows_do_not_write_over_each_other(self) -> None:
        self.draw()
        who = self.people[0]
        self.assertEqual(self.write(who, 1, "", send=False).json()["works"][0]["sent_at"], None)
        self.refused(self.write(who, 1, "12", send=False), 409, "review.changed_elsewhere")
        self.refused(self.write(who, 1, "", edition=1), 422, "review.open")
        self.refused(self.write(who, 1, "12", edition=1, words=" "), 422, "review.empty")
        self.refused(self.write(who, 1, "31", edition=1), 422, "score.more_than_possible")
        self.refused(self.write(who, 1, "nan", edition=1), 422, "score.unreadable")
        self.refused(self.write(who, 3), 404, "review.not_yours")
        self.assertEqual(Reading.objects.get(reader=who.person, position=1).words, "Clear.")

    def test_the_rubric_of_the_work_gives_the_points(self) -> None:
        rubric = Rubric.objects.get(course=self.course, name="Field book")
        self.draw()
        levels = [{"criterion": c["id"], "level": c["levels"][-1]["id"], "remark": ""} for c in rubric.criteria]
        sent = self.write(self.people[0], 1, "", chosen=levels).json()["works"][0]
        self.assertEqual((sent["points"], sent["measured"]["name"]), ("30", "Field book"))

    def test_an_author_reads_it_after_their_own_reviews_or_when_it_is_over(self) -> None:
        self.draw()
        author = self.people[0]
        others = [c for c in self.people if c is not author]
        for who in others:
            for position in (1, 2):
                self.write(who, position)
        at = self.path(LOOP, "/own-readings")
        waiting = author.get(at).json()
        self.assertEqual((waiting["readings"], waiting["waits"]), ([], True))
        with override_settings(FIXED_CLOCK="2026-10-19T12:00:00+00:00"):
            self.assertEqual(len(author.get(at).json()["readings"]), 2)
        self.write(author, 1)
        self.write(author, 2)
        self.assertEqual((len(author.get(at).json()["readings"]), author.get(at).json()["mean"]), (2, "20"))

    def test_the_mean_becomes_the_score_but_where_a_person_gave_one(self) -> None:
        self.refused(self.teacher.send("POST", self.at("/review-means")), 409, "review.no_means")
        self.draw()
        own = self.path(LOOP, f"/hand-ins/{self.people[0].person.pk}")
        self.teacher.send("PUT", own + "/score", {"attempt": 1, "raw": "29", "comment": "", "seen_version": 0})
        for who in self.people:
            self.write(who, 1, "20")
            self.write(who, 2, "25,5")
        self.assertEqual(self.teacher.send("POST", self.at("/review-means")).json(), {"people": READERS - 1})
        mine = {
            c.person.pk: Score.objects.get(cell__graded_item__item__title=LOOP, cell__person=c.person).raw
            for c in self.people
        }
        self.assertEqual(mine.pop(self.people[0].person.pk), 29)
        given = {pk: [r.points or Decimal() for r in Reading.objects.filter(hand_in__person_id=pk)] for pk in mine}
        self.assertEqual(mine, {pk: statistics.mean(some) for pk, some in given.items()})
        told = self.teacher.get(own + "/readings").json()
        self.assertEqual(len(told["readings"]), 2)
        self.assertIn(told["readings"][0]["reader"], {c.person.name for c in self.people})

    def test_files_are_open_to_those_for_whom_they_were_drawn_and_no_others(self) -> None:
        HandIn.objects.filter(item__title=LOOP).delete()
        for who in self.people:
            book = SimpleUploadedFile("book.txt", who.person.username.encode(), "text/plain")
            who.send("POST", self.path(LOOP, "/hand-in/files"), file=book)
            who.send("POST", self.path(LOOP, "/hand-in"))
        self.teacher.send("PUT", self.at("/review-rules"), {"of": self.item(LOOP).pk, "each": 1, "anonymous": True})
        self.draw()
        who = self.people[0]
        address = self.reads(who)["works"][0]["work"]["files"][0]["address"]
        reads = who.client.get(address)
        self.assertEqual(reads.status_code, 200)
        author = b"".join(reads.streaming_content).decode()
        others = [c for c in self.people if c is not who and c.person.username != author]
        self.assertEqual({c.client.get(address).status_code for c in others}, {403})
        Enrolment.objects.filter(person=who.person).delete()
        self.assertEqual(who.client.get(address).status_code, 403, "they left the course")

    def test_a_group_reads_others_and_never_its_own(self) -> None:
        HandIn.objects.filter(item__title=LOOP).delete()
        GroupMember.objects.all().delete()
        groups = [Group.objects.create(course=self.course, name=f"Pair {n}") for n in (1, 2)]
        for n, who in enumerate(self.people):
            GroupMember.objects.create(group=groups[n // 2], person=who.person)
        Brief.objects.update_or_create(item=self.item(LOOP), defaults={"in_groups": True})
        self.hand_in(self.people[0], "First pair")
        self.hand_in(self.people[2], "Second pair")
        self.draw()
        texts = [[w["work"]["text"] for w in self.reads(c)["works"]] for c in self.people]
        self.assertEqual(texts, [["Second pair"], ["Second pair"], ["First pair"], ["First pair"]])
        for who in self.people:
            self.write(who, 1, "20")
        self.assertEqual(self.teacher.send("POST", self.at("/review-means")).json(), {"people": READERS})

    def test_the_clock_draws_when_it_opens_and_again_for_who_comes_later(self) -> None:
        self.teacher.send("PUT", self.at("/moments"), {"opens": "2026-10-12T00:00", "due": "2026-10-18T23:59"})
        review_by_the_clock(0)
        self.assertEqual(Reading.objects.count(), 0)
        with override_settings(FIXED_CLOCK="2026-10-12T12:00:00+00:00"):
            review_by_the_clock(0)
            self.assertEqual(Reading.objects.count(), 2 * READERS)
            late = Caller(
                Person.objects.filter(enrolments__course=self.course, enrolments__role="student")
                .exclude(pk__in=[c.person.pk for c in self.people]).first().username
            )  # fmt: skip
            HandIn.objects.create(
                course=self.course, item=self.item(LOOP), person=late.person, attempt=1, text="Late", number="LATE-01",
                receipt={}, started_at=now(), saved_at=now(),
                handed_in_at=now(),
            )  # fmt: skip
            review_by_the_clock(0)
        self.assertEqual(Reading.objects.filter(reader=late.person).count(), 2)
        self.assertEqual(Reading.objects.count(), 2 * READERS + 2)

    def test_what_cannot_be_is_refused(self) -> None:
        rules = {"of": self.item(LOOP).pk, "each": 2, "anonymous": True}
        for wrong, code in (({"of": self.made.pk}, "review.no_work"), ({"each": 6}, "review.each")):
            self.refused(self.teacher.send("PUT", self.at("/review-rules"), rules | wrong), 422, code)
        HandIn.objects.filter(item__title=LOOP).exclude(person=self.people[0].person).delete()
        self.refused(self.draw(), 422, "review.one")
        HandIn.objects.filter(item__title=LOOP).delete()
        self.refused(self.draw(), 422, "review.nobody")
        put = self.people[0].send("PUT", self.at("/hand-in"), {"text": "Here?", "comment": ""})
        self.refused(put, 422, "hand_in.not_here")

    def test_who_left_the_course_is_not_drawn_and_their_work_is_read_by_nobody(self) -> None:
        gone = self.people[0].person
        Enrolment.objects.filter(course=self.course, person=gone).delete()
        self.assertEqual(self.draw().json(), {"readers": READERS - 1})
        self.assertFalse(Reading.objects.filter(reader=gone).exists())
        self.assertFalse(Reading.objects.filter(hand_in__person=gone).exists())

    def test_sent_reviews_keep_the_work_that_is_read(self) -> None:
        self.draw()
        other = Item.objects.filter(course=self.course, kind="assignment", removed=False).exclude(title=LOOP).first()
        self.write(self.people[0], 1)
        rules = {"of": other.pk, "each": 2, "anonymous": True}
        self.refused(self.teacher.send("PUT", self.at("/review-rules"), rules), 409, "review.drawn")
        self.assertEqual(ReviewRules.objects.get(item=self.made).of, self.item(LOOP))

    def test_a_copied_course_reads_its_own_work(self) -> None:
        course = copy_course(Actor(self.teacher.person.pk, self.teacher.person.name), self.course, "Again", "SRV 111")
        rules = ReviewRules.objects.get(item__course=course, item__copied_from=self.made.pk)
        self.assertEqual(rules.of, Item.objects.get(course=course, title=LOOP))
