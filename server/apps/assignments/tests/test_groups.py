"""Work that a group does: one draft, handed in by one of them, a row for each."""

from __future__ import annotations

from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings
from procrastinate.contrib.django.models import ProcrastinateJob
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.post import deliver

from apps.assignments.models import Brief, HandIn
from apps.courses.models import Enrolment, Group, GroupMember, Section
from apps.kernel.public import Actor
from apps.layout.models import Item
from apps.notices.models import OutboxMail
from apps.people.models import Person
from apps.transfer.actions.copy_course import copy_course

LOOP = "Field book: campus loop"
TAKES = {
    "takes_hand_ins": True, "takes_text": True, "takes_files": True, "takes_photos": True, "takes_recordings": False,
    "takes_link": False, "most_files": 10, "most_megabytes": 20, "attempts": 2, "template": "",
}  # fmt: skip


class InGroups(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.one = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        section = Enrolment.objects.get(course=self.course, person=self.one.person).section
        mates = Enrolment.objects.filter(course=self.course, role="student", section=section)
        others = Person.objects.filter(pk__in=mates.exclude(person=self.one.person).values("person"))
        self.two, self.three = (Caller(p.username) for p in others.order_by("sort_name")[:2])
        GroupMember.objects.all().delete()
        self.crew = Group.objects.create(course=self.course, name="Crew B")
        GroupMember.objects.bulk_create(
            GroupMember(group=self.crew, person=c.person) for c in (self.one, self.two, self.three)
        )
        HandIn.objects.filter(item__title=LOOP).delete()
        self.set(in_groups=True, groups=[self.crew.pk])

    def set(self, **brief: Any) -> None:
        put = self.teacher.send("PUT", self.path(LOOP, "/settings"), {"brief": TAKES | brief})
        self.assertEqual(put.status_code, 200, put.content[:300])

    def mine(self, who: Caller) -> Any:
        return who.get(self.path(LOOP, "/hand-in")).json()

    def write(self, who: Caller, text: str, **seen: int) -> Any:
        return who.send("PUT", self.path(LOOP, "/hand-in"), {"text": text, "comment": "", **seen})

    def hand_in(self, who: Caller, attempt: int = 1) -> Any:
        return who.send("POST", self.path(LOOP, f"/hand-in?attempt={attempt}"))

    def work(self, whose: Caller) -> Any:
        return self.teacher.get(self.path(LOOP, f"/hand-ins/{whose.person.pk}")).json()

    def score(self, whose: Caller, raw: str, seen: int = 0, together: bool = True, attempt: int = 1) -> Any:
        body = {"attempt": attempt, "raw": raw, "comment": "", "seen_version": seen, "together": together}
        return self.teacher.send("PUT", self.path(LOOP, f"/hand-ins/{whose.person.pk}/score"), body)

    def scores(self) -> list[str | None]:
        return [self.work(c)["score"]["raw"] for c in (self.one, self.two, self.three)]

    def test_they_write_in_one_draft_and_the_second_is_told_whose_words_stand(self) -> None:
        self.write(self.one, "Leg AB", attempt=1, edition=0)
        seen = self.mine(self.two)
        self.assertEqual(seen["draft"]["text"], "Leg AB")
        self.assertEqual(seen["draft"]["saved_by"], self.one.person.name)
        self.assertEqual(self.mine(self.one)["draft"]["saved_by"], "")
        self.assertEqual(seen["together"]["name"], "Crew B")
        self.assertIn(self.three.person.name, seen["together"]["people"])
        self.write(self.two, "Leg AB, BC", attempt=1, edition=1)
        told = self.refused(
            self.write(self.one, "Leg AB and DA", attempt=1, edition=1), 409, "hand_in.changed_elsewhere"
        )
        self.assertEqual((told["by"], told["text"]), (self.two.person.name, "Leg AB, BC"))
        self.assertEqual(HandIn.objects.filter(item__title=LOOP).count(), 1)

    @override_settings(EMAIL_BACKEND="apps.notices.outbox.OutboxBackend")
    def test_one_hands_in_and_each_has_it_with_a_receipt_of_their_own(self) -> None:
        self.write(self.one, "Leg AB")
        book = SimpleUploadedFile("book.txt", b"1.234 m", "text/plain")
        self.two.send("POST", self.path(LOOP, "/hand-in/files?attempt=1"), file=book)
        receipt = self.hand_in(self.two).json()
        self.assertEqual((receipt["group"], receipt["handed_in_by"]), ("Crew B", self.two.person.name))
        numbers = set()
        for who in (self.one, self.two, self.three):
            (attempt,) = self.mine(who)["attempts"]
            self.assertEqual((attempt["text"], attempt["handed_in_by"]), ("Leg AB", self.two.person.name))
            self.assertEqual([f["name"] for f in attempt["files"]], ["book.txt"])
            self.assertEqual(who.client.get(attempt["files"][0]["address"]).status_code, 200, who.person.name)
            self.assertEqual(who.get(f"/receipts/{attempt['number']}").status_code, 200)
            numbers.add(attempt["number"])
            (piece,) = [p for c in who.get("/own-work").json()["courses"] for p in c["pieces"] if p["item"] == LOOP]
            self.assertEqual(piece["number"], attempt["number"])
        self.assertEqual(len(numbers), 3)
        for job in ProcrastinateJob.objects.filter(task_name="notices.send_mail"):
            deliver(job)
        body = OutboxMail.objects.filter(to=self.three.person.email).latest("pk").body
        self.assertIn(f"Handed in by: {self.two.person.name}", body)
        self.assertIn("For: Crew B: ", body)
        self.assertEqual(self.mine(self.three)["attempts_left"], 1)
        self.refused(self.hand_in(self.three), 409, "hand_in.attempt_over")

    def test_their_files_are_nobody_elses(self) -> None:
        book = SimpleUploadedFile("book.txt", b"1.234 m", "text/plain")
        drawn = self.one.send("POST", self.path(LOOP, "/hand-in/files?attempt=1"), file=book).json()
        address = drawn["draft"]["files"][0]["address"]
        self.assertEqual(self.two.client.get(address).status_code, 200)
        self.assertEqual(self.teacher.client.get(address).status_code, 403, "a draft is theirs")
        away = GroupMember.objects.filter(person=self.three.person)
        away.delete()
        self.assertEqual(self.three.client.get(address).status_code, 403, "is in the group no more")
        self.hand_in(self.one)
        self.assertEqual(self.three.client.get(address).status_code, 403)
        self.assertEqual(self.teacher.client.get(address).status_code, 200)
        self.crew.delete()
        self.assertEqual(self.two.client.get(address).status_code, 200, "a group that is gone leaves them their work")

    def test_the_assistant_of_one_of_them_reads_it(self) -> None:
        here = Enrolment.objects.filter(course=self.course, person=self.two.person)
        here.update(section=Section.objects.filter(course=self.course).exclude(pk=here.get().section_id).first())
        book = SimpleUploadedFile("book.txt", b"1.234 m", "text/plain")
        self.one.send("POST", self.path(LOOP, "/hand-in/files?attempt=1"), file=book)
        self.hand_in(self.one)
        assistant = Caller("teodor.blackwater")
        theirs = next(
            c for c in (self.one, self.two)
            if assistant.get(self.path(LOOP, f"/hand-ins/{c.person.pk}")).status_code == 200
        )  # fmt: skip
        other = self.two if theirs is self.one else self.one
        work = assistant.get(self.path(LOOP, f"/hand-ins/{theirs.person.pk}")).json()
        self.assertEqual(assistant.client.get(work["attempts"][0]["files"][0]["address"]).status_code, 200)
        body = {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0, "together": True}
        put = assistant.send("PUT", self.path(LOOP, f"/hand-ins/{theirs.person.pk}/score"), body)
        self.assertEqual(put.status_code, 200, put.content)
        self.assertIsNone(self.work(other)["score"]["raw"], "a student of others is not scored by them")

    def test_a_score_goes_to_all_but_who_was_scored_apart(self) -> None:
        self.write(self.one, "Leg AB")
        self.hand_in(self.one)
        fellows = self.work(self.one)["fellows"]
        self.assertEqual({f["person_id"] for f in fellows}, {self.two.person.pk, self.three.person.pk})
        self.assertEqual(self.score(self.one, "20").json()["apart"], [])
        self.assertEqual(self.scores(), ["20", "20", "20"])
        self.score(self.two, "12", seen=1, together=False)
        again = self.score(self.one, "24", seen=1).json()
        self.assertEqual(again["apart"], [f"{self.two.person.name}: 12"])
        self.assertEqual(self.scores(), ["24", "12", "24"])
        self.refused(self.score(self.one, "25", seen=1), 409, "score.changed_meanwhile")
        self.assertEqual(self.scores(), ["24", "12", "24"])

    def test_a_note_at_a_place_is_read_by_each_at_their_own_copy(self) -> None:
        book = SimpleUploadedFile("book.txt", b"1.234 m", "text/plain")
        self.one.send("POST", self.path(LOOP, "/hand-in/files?attempt=1"), file=book)
        self.hand_in(self.one)
        file = self.work(self.two)["attempts"][0]["files"][0]["id"]
        body = {"file_id": file, "page": 1, "across": 10, "down": 20, "words": "Which backsight?"}
        at = self.path(LOOP, f"/hand-ins/{self.two.person.pk}/notes")
        noted = self.teacher.send("POST", at, body).json()["attempts"][0]
        self.assertEqual([n["file_id"] for n in noted["notes"]], [file])
        other = self.work(self.three)["attempts"][0]
        self.assertEqual([n["words"] for n in other["notes"]], ["Which backsight?"])
        self.assertEqual(other["notes"][0]["file_id"], other["files"][0]["id"])
        gone = self.teacher.send("DELETE", f"{at}/{noted['notes'][0]['id']}")
        self.assertEqual(gone.status_code, 200, gone.content)
        self.assertEqual(self.work(self.one)["attempts"][0]["notes"], [])

    def test_given_back_and_said_to_all_of_them(self) -> None:
        self.write(self.one, "Leg AB")
        self.hand_in(self.one)
        at = self.path(LOOP, f"/hand-ins/{self.three.person.pk}")
        self.teacher.send("POST", at + "/comments", {"attempt": 1, "words": "See me", "together": True})
        back = {"attempt": 1, "why": "Leg BC is missing", "until": "2026-10-20T23:59", "together": True}
        self.assertEqual(self.teacher.send("POST", at + "/returned", back).status_code, 200)
        for who in (self.one, self.two, self.three):
            (attempt,) = self.mine(who)["attempts"]
            self.assertEqual(attempt["given_back"]["why"], "Leg BC is missing")
            self.assertEqual([c["words"] for c in attempt["comments"]], ["See me"])
        self.write(self.two, "Leg AB, BC", attempt=2)
        self.hand_in(self.two, 2)
        self.assertEqual([len(self.mine(c)["attempts"]) for c in (self.one, self.three)], [2, 2])

    def test_one_of_them_is_given_theirs_back_alone_and_it_counts_after_all(self) -> None:
        self.write(self.one, "Leg AB")
        self.hand_in(self.one)
        back = {"attempt": 1, "why": "Alone this time", "until": "2026-10-20T23:59"}

        def returned(who: Caller, **wish: bool) -> int:
            at = self.path(LOOP, f"/hand-ins/{who.person.pk}/returned")
            return int(self.teacher.send("POST", at, back | wish).status_code)

        def who_has_it_back() -> list[bool]:
            return [self.mine(c)["attempts"][0]["given_back"] is not None for c in (self.one, self.two, self.three)]

        self.assertEqual(returned(self.one), 200)
        self.assertEqual(who_has_it_back(), [True, False, False])
        self.assertEqual(returned(self.two, together=True), 200, "one of them has it back already")
        self.assertEqual(who_has_it_back(), [True, True, True])
        at = self.path(LOOP, f"/hand-ins/{self.one.person.pk}/returned/1")
        self.teacher.send("DELETE", at)
        self.assertEqual(who_has_it_back(), [False, True, True])
        at = self.path(LOOP, f"/hand-ins/{self.two.person.pk}/returned/1?together=true")
        self.assertEqual(self.teacher.send("DELETE", at).status_code, 200)
        self.assertEqual(who_has_it_back(), [False, False, False])

    def test_on_paper_for_all_of_them_and_forgotten_again(self) -> None:
        at = self.path(LOOP, f"/hand-ins/{self.one.person.pk}/recorded")
        self.teacher.send("POST", at, {"way": "paper", "together": True})
        self.assertEqual([len(self.mine(c)["attempts"]) for c in (self.one, self.two, self.three)], [1, 1, 1])
        self.assertEqual(self.mine(self.two)["attempts"][0]["group"], "Crew B")
        self.assertEqual(self.teacher.send("DELETE", at + "/1?together=true").status_code, 200)
        self.assertEqual([len(self.mine(c)["attempts"]) for c in (self.one, self.two, self.three)], [0, 0, 0])

    def test_what_each_began_alone_is_not_lost(self) -> None:
        self.set(in_groups=False)
        self.write(self.one, "Mine")
        self.write(self.two, "Also mine")
        self.set(in_groups=True, groups=[self.crew.pk])
        self.write(self.one, "Mine, then ours", attempt=1)
        seen = self.mine(self.two)
        self.assertEqual((seen["draft"]["text"], seen["aside"]["text"]), ("Mine, then ours", "Also mine"))
        self.hand_in(self.one)
        left = self.mine(self.two)
        self.assertEqual([a["text"] for a in left["attempts"]], ["Mine, then ours"])
        self.assertEqual(left["draft"]["text"], "Also mine")
        self.set(in_groups=False)
        self.assertEqual(self.mine(self.two)["draft"]["text"], "Also mine")

    def test_who_is_in_two_groups_works_with_the_first_and_who_is_in_none_alone(self) -> None:
        first = Group.objects.create(course=self.course, name="Crew 0")
        GroupMember.objects.create(group=first, person=self.two.person)
        self.set(in_groups=True, groups=[])
        self.write(self.one, "Leg AB")
        self.assertIsNone(self.mine(self.two)["draft"])
        self.assertEqual(self.mine(self.two)["together"], {"name": "Crew 0", "people": [self.two.person.name]})
        self.hand_in(self.one)
        self.assertEqual([len(self.mine(c)["attempts"]) for c in (self.one, self.two, self.three)], [1, 0, 1])
        GroupMember.objects.all().delete()
        self.assertEqual(self.mine(self.two)["together"], {"name": "", "people": []})
        self.write(self.two, "Alone", attempt=1)
        self.hand_in(self.two)
        self.assertEqual(self.mine(self.two)["attempts"][0]["group"], "")

    def test_a_copied_course_has_groups_of_its_own(self) -> None:
        course = copy_course(Actor(self.teacher.person.pk, self.teacher.person.name), self.course, "Again", "SRV 111")
        brief = Brief.objects.get(item=Item.objects.get(course=course, title=LOOP))
        self.assertTrue(brief.in_groups)
        self.assertEqual(brief.groups, [Group.objects.get(course=course, name="Crew B").pk])

    def test_the_queue_says_who_belongs_together(self) -> None:
        self.write(self.one, "Leg AB")
        rows = {r["person_id"]: r for r in self.teacher.get(self.path(LOOP, "/hand-ins")).json()["rows"]}
        mates = [c.person.pk for c in (self.one, self.two, self.three)]
        self.assertEqual([(rows[p]["state"], rows[p]["group"]) for p in mates], [("started", "Crew B")] * 3)
        self.hand_in(self.three)
        rows = self.teacher.get(self.path(LOOP, "/hand-ins")).json()["rows"]
        self.assertEqual({r["person_id"] for r in rows[:3]}, set(mates), "they stand together, first")
        self.assertEqual({(r["state"], r["group"]) for r in rows[:3]}, {("waiting", "Crew B")})
