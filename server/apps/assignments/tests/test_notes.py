"""Notes at a place of somebody's work: a point of a page, or a second."""

from __future__ import annotations

from typing import Any

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PDF, upload

from apps.assignments.models import HandInFile, WorkNote
from apps.courses.models import Enrolment
from apps.kernel.models import AuditRecord

LOOP = "Field book: campus loop"


class Notes(DemoCase):
    def setUp(self) -> None:
        self.student, self.teacher = Caller(KEEPS_UP), Caller(INSTRUCTOR)
        self.student.send("POST", self.path(LOOP, "/hand-in/files"), file=upload("book.pdf", PDF))
        self.student.send("POST", self.path(LOOP, "/hand-in"))
        self.file = HandInFile.objects.get(hand_in__person=self.student.person, hand_in__item=self.item(LOOP))
        self.work = self.path(LOOP, f"/hand-ins/{self.student.person.pk}")

    def note(self, words: str = "Which sign?", who: Caller | None = None, **place: Any) -> Any:
        at = place or {"page": 1, "across": 250, "down": 400}
        return (who or self.teacher).send("POST", self.work + "/notes", {"file_id": self.file.pk, "words": words, **at})

    def seen(self) -> list[dict[str, Any]]:
        return list(self.student.get(self.path(LOOP, "/hand-in")).json()["attempts"][0]["notes"])

    def test_they_are_read_with_the_score_and_not_before(self) -> None:
        (kept,) = self.note().json()["attempts"][0]["notes"]
        self.assertEqual((kept["page"], kept["across"], kept["down"], kept["by"]), (1, 250, 400, "Ines Varga-Oduya"))
        self.assertEqual(self.seen(), [])
        score = {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0}
        self.teacher.send("PUT", self.work + "/score", score)
        self.assertEqual(self.seen(), [], "the score is held")
        self.teacher.send("POST", self.path(LOOP, "/release"))
        self.assertEqual([n["words"] for n in self.seen()], ["Which sign?"])

    def test_changed_and_taken_away_each_with_a_record(self) -> None:
        (kept,) = self.note().json()["attempts"][0]["notes"]
        at = f"{self.work}/notes/{kept['id']}"
        self.assertEqual(self.teacher.send("PUT", at, {"words": "Which unit?"}).status_code, 200)
        self.assertEqual(WorkNote.objects.get(pk=kept["id"]).words, "Which unit?")
        self.teacher.send("DELETE", at)
        self.assertFalse(WorkNote.objects.filter(pk=kept["id"]).exists())
        told = AuditRecord.objects.filter(action__startswith="hand_in.").exclude(action="hand_in.hand_in")
        said = [(r.before, r.after) for r in told.filter(action__endswith="_note").order_by("pk")]
        first, second = {"words": "Which sign?"}, {"words": "Which unit?"}
        self.assertEqual(said, [(None, first), (first, second), (second, None)])
        self.refused(self.teacher.send("DELETE", at), 404, "request.not_found")

    def test_a_place_is_a_point_or_a_second_and_the_file_is_one_of_the_work(self) -> None:
        self.assertEqual(self.note(second=75).status_code, 200)
        self.refused(self.note(page=1, second=75, across=1, down=1), 422, "note.no_place")
        self.refused(self.note(page=1), 422, "note.no_place")
        self.refused(self.note(" "), 422, "text.empty")
        self.refused(self.note(page=1, across=1001, down=1), 422, "request.unreadable")
        self.file.pk = 999_999
        self.refused(self.note(), 404, "request.not_found")

    def test_an_assistant_of_another_section_says_nothing_here(self) -> None:
        mine = Enrolment.objects.get(course=self.course, person=Caller(ASSISTANT).person)
        own = Enrolment.objects.get(course=self.course, person=self.student.person)
        Enrolment.objects.filter(pk=own.pk).update(section=self.other(mine.section_id))
        self.refused(self.note(who=Caller(ASSISTANT)), 403, "course.other_section")
        Enrolment.objects.filter(pk=own.pk).update(section=mine.section_id)
        self.assertEqual(self.note(who=Caller(ASSISTANT)).status_code, 200)

    def other(self, section: int | None) -> int:
        rows = self.course.sections.exclude(pk=section or 0)
        return int(rows.values_list("pk", flat=True)[0])
