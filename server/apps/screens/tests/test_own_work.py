"""All that one ever did, with what was said of it, and as an archive."""

from __future__ import annotations

import zipfile
from io import BytesIO
from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PDF, upload

from apps.assignments.models import HandIn
from apps.courses.actions.enrol import withdraw
from apps.courses.models import Enrolment
from apps.gradebook.models import GradedItem
from apps.kernel.public import Actor
from apps.layout.models import Item
from apps.quizzes.models import Quiz, QuizAttempt
from apps.reviews.models import Reading
from apps.talk.models import Post

LOOP, BOOK = "Field book: campus loop", "Field book: level loop"
ARCHIVE = "/own-work/srv-110/archive"


class OwnWork(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)
        for name in ("sheet.pdf", "SHEET.pdf", 'a "b": c.pdf'):
            self.student.send("POST", self.path(LOOP, "/hand-in/files"), file=upload(name, PDF))
        self.student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "Closed at 1 : 6 900", "comment": ""})
        self.number = self.student.send("POST", self.path(LOOP, "/hand-in")).json()["number"]

    def pieces(self) -> list[dict[str, Any]]:
        return [p for c in self.student.get("/own-work").json()["courses"] for p in c["pieces"]]

    def archive(self) -> zipfile.ZipFile:
        answer = self.student.get(ARCHIVE)
        self.assertEqual(answer["Content-Type"], "application/zip")
        found = zipfile.ZipFile(BytesIO(b"".join(answer.streaming_content)))
        self.assertIsNone(found.testzip())
        return found

    def test_everything_is_listed_the_latest_first_with_what_is_out(self) -> None:
        pieces = self.pieces()
        self.assertEqual(
            len(pieces), HandIn.objects.exclude(handed_in_at=None).filter(person=self.student.person).count()
        )
        self.assertEqual((pieces[0]["number"], pieces[0]["words"], pieces[0]["given"]), (self.number, 6, None))
        book = next(p for p in pieces if p["item"] == BOOK)
        self.assertEqual((len(book["notes"]), book["measured"]["name"]), (2, "Field book"))
        self.assertIsNotNone(book["given"])
        moments = [p["handed_in_at"] for p in pieces]
        self.assertEqual(moments, sorted(moments, reverse=True))

    def test_a_held_score_is_in_neither(self) -> None:
        score = {"attempt": 1, "raw": "27.25", "comment": "Held words", "seen_version": 0}
        path = self.path(LOOP, f"/hand-ins/{self.student.person.pk}/score")
        self.assertEqual(Caller(INSTRUCTOR).send("PUT", path, score).status_code, 200)
        self.assertNotIn("Held words", self.student.get("/own-work").content.decode())
        found = self.archive()
        self.assertNotIn("Held words", "".join(str(found.read(n)) for n in found.namelist()))

    def test_the_archive_has_every_file_what_was_typed_and_what_was_said(self) -> None:
        """Read back by Python's zipfile."""
        found = self.archive()
        loop = sorted(n.split("/")[1] for n in found.namelist() if n.startswith("Field book campus loop"))
        self.assertEqual(loop, ["SHEET (2).pdf", "a b c.pdf", "sheet.pdf", "text.txt"])
        self.assertEqual(found.read("Field book campus loop, attempt 1/sheet.pdf"), PDF)
        said = found.read("Field book level loop, attempt 1/feedback.txt").decode()
        self.assertIn("Closure: Within what is allowed (10 / 10)", said)
        self.assertIn("page 1: Which end of the tape", said)

    def test_it_stays_when_one_has_left_the_course_and_is_nobody_elses(self) -> None:
        row = Enrolment.objects.get(course=self.course, person=self.student.person)
        withdraw(Actor(Caller(INSTRUCTOR).person.pk, "Ines"), self.course, row.person_id)
        self.assertTrue(self.pieces())
        self.assertTrue(self.archive().namelist())
        self.refused(Caller(INSTRUCTOR).get(ARCHIVE), 404, "request.not_found")


class OwnQuizzes(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)
        rows = QuizAttempt.objects.filter(person=self.student.person, handed_in_at__isnull=False)
        self.attempt = rows.exclude(how=QuizAttempt.PAPER).order_by("handed_in_at").first()
        assert self.attempt is not None
        self.quiz, _new = Quiz.objects.get_or_create(item=self.attempt.item)

    def show(self, **when: str) -> None:
        self.quiz.shows = {"answers": "at_once", "right": "at_once", "key": "never", "solution": "never"} | when
        self.quiz.save()

    def told(self) -> str:
        answer = self.student.get(ARCHIVE)
        found = zipfile.ZipFile(BytesIO(b"".join(answer.streaming_content)))
        title = self.attempt.item.title.replace(":", "")
        return found.read(f"Quizzes/{title}, attempt {self.attempt.number}/answers.txt").decode()

    def test_every_attempt_is_listed_with_its_receipt(self) -> None:
        listed = [q for c in self.student.get("/own-work").json()["courses"] for q in c["quizzes"]]
        known = QuizAttempt.objects.filter(person=self.student.person).exclude(receipt_number=None)
        self.assertEqual({q["number"] for q in listed}, set(known.values_list("receipt_number", flat=True)))
        own = next(q for q in listed if q["number"] == self.attempt.receipt_number)
        self.assertEqual((own["item"], own["there"]), (self.attempt.item.title, True))
        self.assertIsNotNone(own["given"])

    def test_the_archive_says_what_the_quiz_shows_and_no_more(self) -> None:
        question = self.attempt.questions.first()
        typed = next(value for value in question.answers.values() if isinstance(value, str))
        self.show()
        self.assertIn(f"Your answer: {typed}", self.told())
        self.assertNotIn("Right:", self.told())
        self.show(key="at_once")
        self.assertIn("Right:", self.told())
        self.show(answers="never")
        self.assertNotIn("Your answer:", self.told())

    def test_what_is_held_is_not_told_by_its_marks_either(self) -> None:
        self.show()
        self.assertIn("Given:", self.told())
        graded = GradedItem.objects.get(item=self.attempt.item)
        graded.cells.get(person=self.student.person).scores.update(released_at=None)
        self.assertNotIn("Given:", self.told())

    def test_of_a_quiz_that_was_taken_away_there_is_the_receipt(self) -> None:
        self.show(key="at_once")
        Item.objects.filter(pk=self.attempt.item_id).update(removed=True)
        told = self.told()
        self.assertIn(str(self.attempt.receipt_number), told)
        self.assertNotIn("Right:", told)


class OwnTalk(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)
        self.posts = Post.objects.filter(author=self.student.person)
        self.post = self.posts.order_by("-at").first()

    def talks(self, who: Caller) -> list[dict[str, Any]]:
        return [t for c in who.get("/own-work").json()["courses"] for t in c["talks"]]

    def test_every_post_is_listed_and_read_by_its_author_alone(self) -> None:
        listed = [p["id"] for t in self.talks(self.student) for p in t["posts"]]
        self.assertEqual(set(listed), set(self.posts.values_list("pk", flat=True)))
        path = f"/own-posts/{self.post.pk}"
        self.assertEqual(self.student.get(path).json()["html"], self.post.html)
        self.refused(Caller(BEHIND).get(path), 404, "request.not_found")

    def test_taken_back_is_gone_and_what_teachers_hid_is_still_ones_own(self) -> None:
        teacher, own = Caller(INSTRUCTOR).person, self.student.person
        self.posts.filter(pk=self.post.pk).update(gone_at=self.post.at, gone_by=teacher, why="Names a third person")
        found = next(p for t in self.talks(self.student) for p in t["posts"] if p["id"] == self.post.pk)
        self.assertEqual(found["hidden"], "Names a third person")
        self.posts.filter(pk=self.post.pk).update(gone_by=own)
        self.assertNotIn(self.post.pk, [p["id"] for t in self.talks(self.student) for p in t["posts"]])
        self.refused(self.student.get(f"/own-posts/{self.post.pk}"), 404, "request.not_found")

    def test_the_archive_has_what_was_said_and_no_others_words(self) -> None:
        found = zipfile.ZipFile(BytesIO(b"".join(self.student.get(ARCHIVE).streaming_content)))
        told = "".join(found.read(n).decode() for n in found.namelist() if n.endswith("posts.txt"))
        self.assertIn(self.post.text, told)
        own = set(self.posts.values_list("text", flat=True))
        others = set(Post.objects.exclude(author=self.student.person).values_list("text", flat=True)) - own - {""}
        self.assertTrue(others)
        self.assertFalse([text for text in others if text in told])


class OwnReviews(DemoCase):
    def test_what_was_sent_is_there_without_whose_work_it_was(self) -> None:
        student, item = Caller(KEEPS_UP), Item.objects.get(title="Read two campus loops", course=self.course)
        work = HandIn.objects.exclude(person=student.person).exclude(handed_in_at=None).select_related("person")[0]
        row = Reading.objects.create(
            course=self.course, item=item, reader=student.person, hand_in=work, position=9, words="Sums are missing"
        )
        self.assertNotIn("Sums are missing", student.get("/own-work").content.decode())
        row.sent_at = work.handed_in_at
        row.save()
        told = student.get("/own-work").content.decode()
        self.assertIn("Sums are missing", told)
        self.assertNotIn(work.person.name, told)
        found = zipfile.ZipFile(BytesIO(b"".join(student.get(ARCHIVE).streaming_content)))
        self.assertIn("Sums are missing", found.read("Peer reviews/Read two campus loops, 9.txt").decode())
