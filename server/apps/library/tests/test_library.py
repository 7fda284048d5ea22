"""The library: what is generated is always true, shelves are kept by their makers, errors are reported and settled."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import pypdf
from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Course
from apps.gradebook.models import Category
from apps.layout.models import Item, Syllabus
from apps.library.models import Entry, ErrorReport, TourSeen

COURSE = "/courses/srv-110"


class LibraryCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def library(self, who: Caller | None = None, slug: str = "srv-110") -> dict[str, Any]:
        return (who or self.student).get(f"/courses/{slug}/library").json()

    def part(self, key: str, slug: str = "srv-110", who: Caller | None = None) -> dict[str, Any]:
        parts = (who or self.student).get(f"/courses/{slug}/tour").json()["parts"]
        return next(p for p in parts if p["key"] == key)

    def pdf(self, name: str, who: Caller | None = None) -> tuple[int, str]:
        told = (who or self.student).get(f"{COURSE}/print/{name}")
        pages = pypdf.PdfReader(BytesIO(told.content)).pages
        return len(pages), "\n".join(p.extract_text() for p in pages)


class Generated(LibraryCase):
    def test_weights_follow_the_gradebook(self) -> None:
        Category.objects.filter(course=self.course, name="Homework").update(weight=25)
        weights = {w["name"]: w["weight"] for w in self.library()["generated"]["weights"]}
        self.assertEqual(weights["Homework"], "25")
        self.assertIn("Homework: 25 of 105 parts of the course, 30 items", self.part("counts")["lines"])
        self.assertIn("the lowest one is dropped", " ".join(self.part("counts")["lines"]))

    def test_what_the_course_promises_is_said_to_students(self) -> None:
        Course.objects.filter(pk=self.course.pk).update(turnaround_days=5, answer_days=1)
        made = self.student.get("/courses/srv-110/library").json()["generated"]
        self.assertEqual((made["turnaround_days"], made["answer_days"]), (5, 1))

    def test_a_student_reads_the_classes_of_their_own_section(self) -> None:
        self.assertEqual(self.library()["generated"]["classes"][0], "Mon 13:00 to 14:15, Room B12")
        self.assertEqual(self.library(Caller(BEHIND))["generated"]["classes"][0], "Mon 10:00 to 11:15, Room B12")

    def test_the_tour_says_how_the_weeks_run_from_the_dates_themselves(self) -> None:
        self.assertIn("Homework: usually due Thu 23:59 and Fri 23:59.", self.part("weeks")["lines"])
        self.assertIn("Mid-term break: Mon 19 Oct 2026 to Sun 25 Oct 2026.", self.part("dates")["lines"])
        self.assertEqual(
            [link["title"] for link in self.part("counts")["links"]],
            ["Mid-term: 100 points, due Wed 14 Oct, 11:30", "Final: 100 points, due Fri 11 Dec, 12:00"],
        )
        self.teacher.send("PATCH", self.path("Final"), {"points": 80})
        self.assertIn("Final: 80 points", self.part("counts")["links"][1]["title"])

    def test_a_course_without_dates_has_a_tour_too(self) -> None:
        self.assertEqual(self.part("dates", "srv-010")["lines"], ["This course has no dates: go at your own pace."])
        self.assertEqual([x["title"] for x in self.part("first", "srv-010")["links"]], ["Before you step out"])

    def test_it_is_shown_on_the_first_visit_only(self) -> None:
        tour = "/courses/srv-010/tour"
        self.assertTrue(self.student.get(tour).json()["first"])
        self.assertFalse(self.teacher.get(tour).json()["first"], "teachers are not led through")
        for _ in range(2):
            self.assertEqual(self.student.send("POST", f"{tour}/seen").status_code, 200)
        self.assertFalse(self.student.get(tour).json()["first"])
        self.assertEqual(TourSeen.objects.filter(course=self.induction, person=self.student.person).count(), 1)

    def test_the_guide_is_one_page(self) -> None:
        pages, text = self.pdf("guide")
        self.assertEqual(pages, 1)
        for words in ("How a week runs", "Field work: 30 %", "Instrument store", "Set 7A"):
            self.assertIn(words, text)

    def test_the_syllabus_prints_with_weights_and_schedule(self) -> None:
        _, text = self.pdf("syllabus")
        for words in ("What you will be able to do", "Field work", "Traverse computation", "Mid-term break", "30 %"):
            self.assertIn(words, text)


class TheSyllabus(LibraryCase):
    def test_it_asks_again_after_a_change_and_tells_the_edition(self) -> None:
        before = self.library()["syllabus"]
        self.assertEqual((before["edition"], before["acknowledged_edition"], before["asks"]), (1, 1, False))
        self.teacher.send("PUT", self.path("Syllabus", "/text"), {"html": "<p>Anew.</p>", "ask_again": True})
        after = self.library()["syllabus"]
        self.assertEqual((after["html"], after["edition"], after["asks"]), ("<p>Anew.</p>", 2, True))

    def test_while_it_is_locked_the_library_does_not_show_it(self) -> None:
        item = self.item("Syllabus")
        Item.objects.filter(pk=item.pk).update(conditions={"join": "all", "of": [{"on": "hand", "opened": False}]})
        Item.objects.filter(pk=item.pk).first().facts.all().delete()  # type: ignore[union-attr]
        self.assertIsNone(self.library()["syllabus"])
        self.assertIsNotNone(self.library(self.teacher)["syllabus"])

    def test_another_item_can_become_it_and_undo_sets_back(self) -> None:
        page = self.item("How this course runs")
        change = self.teacher.send("PUT", f"{COURSE}/syllabus", {"item_id": page.pk}).json()["change"]
        self.assertEqual(self.library()["syllabus"]["title"], "How this course runs")
        self.teacher.send("POST", f"{COURSE}/changes/{change}/undo")
        self.assertEqual(self.library()["syllabus"]["title"], "Syllabus")
        work = self.item("Final").pk
        self.refused(self.teacher.send("PUT", f"{COURSE}/syllabus", {"item_id": work}), 422, "syllabus.no_text")


class Shelves(LibraryCase):
    def make(self, **fields: Any) -> Any:
        body = {"shelf": "tools", "title": "Plotter", **fields}
        return self.teacher.send("POST", f"{COURSE}/library", body)

    def test_an_entry_is_made_changed_removed_and_brought_back(self) -> None:
        pk = self.make(html="<p>Hi<script>x</script></p>", notes={"reads": "no such note here"}).json()["id"]
        entry = next(e for e in self.library()["entries"] if e["id"] == pk)
        self.assertEqual((entry["html"], entry["notes"]), ("<p>Hi</p>", {}))
        for removed, expected in ((True, False), (False, True)):
            self.teacher.send("PATCH", f"{COURSE}/library/{pk}", {"removed": removed})
            self.assertEqual(pk in [e["id"] for e in self.library()["entries"]], expected)

    def test_handouts_and_recordings_of_the_weeks_stand_there_by_themselves(self) -> None:
        """What is open to the reader, in path order: week 8's slides open next Monday."""
        mine = {(e["title"], e["shelf"]) for e in self.library()["from_path"]}
        film, slides = "Latitudes and departures, leg by leg", "The compass rule, step by step"
        self.assertIn((film, "recordings"), mine)
        self.assertNotIn((slides, "handouts"), mine)
        teachers = self.library(self.teacher)["from_path"]
        self.assertIn((slides, "handouts"), {(e["title"], e["shelf"]) for e in teachers})
        found = next(e for e in teachers if e["title"] == slides)
        self.assertEqual((found["step"], found["pages"]), ("8", 5))
        Item.objects.filter(title=film).update(published=False)
        self.assertNotIn(film, {e["title"] for e in self.library()["from_path"]})

    def test_hidden_entries_and_their_files_are_for_teachers(self) -> None:
        pk = self.make(shelf="handouts", published=False).json()["id"]
        file = SimpleUploadedFile("form.csv", b"a,b\n")
        self.teacher.send("POST", f"{COURSE}/library/{pk}/file", file=file)
        self.assertNotIn(pk, [e["id"] for e in self.library()["entries"]])
        entry = next(e for e in self.library(self.teacher)["entries"] if e["id"] == pk)
        address = entry["file"]["address"]
        self.assertEqual(self.teacher.client.get(address).status_code, 200)
        self.assertEqual(self.student.client.get(address).status_code, 403)
        self.teacher.send("PATCH", f"{COURSE}/library/{pk}", {"published": True})
        self.assertEqual(self.student.client.get(address).status_code, 200)

    def test_steps_of_signing_up_are_ticked_by_each_for_themselves(self) -> None:
        pk = Entry.objects.get(title="Homework system").pk
        self.student.send("POST", f"{COURSE}/library/{pk}/steps", {"step": 1, "done": True})
        ticked = {
            who: next(e for e in self.library(who)["entries"] if e["id"] == pk) for who in (self.student, self.teacher)
        }
        self.assertEqual([e["steps_done"] for e in ticked.values()], [[1], []])
        self.student.send("POST", f"{COURSE}/library/{pk}/steps", {"step": 1, "done": False})
        self.assertEqual(next(e for e in self.library()["entries"] if e["id"] == pk)["steps_done"], [])
        self.refused(
            self.student.send("POST", f"{COURSE}/library/{pk}/steps", {"step": 9, "done": True}), 409, "entry.no_step"
        )

    def test_what_does_not_fit_is_refused(self) -> None:
        self.refused(self.make(title=" "), 422, "text.empty")
        self.refused(self.make(steps=[f"step {n}" for n in range(21)]), 422, "entry.steps")
        self.refused(self.make(address="javascript:alert(1)"), 422, "link.not_http")
        self.refused(self.make(shelf="people", notes={"hours": "x" * 301}), 422, "entry.notes")

    def test_a_copied_course_has_shelves_of_its_own(self) -> None:
        told = self.teacher.send("POST", f"{COURSE}/copy", {"title": "Copy", "code": "SRV 111"}).json()
        copy = Course.objects.get(slug=told["slug"])
        self.assertEqual(
            Entry.objects.filter(course=copy).count(), Entry.objects.filter(course=self.course, removed=False).count()
        )
        item = Syllabus.objects.get(course=copy).item
        self.assertEqual((item.title, item.course), ("Syllabus", copy))
        entry = next(e for e in self.library(self.teacher, copy.slug)["entries"] if e["file"])
        self.assertEqual(self.teacher.client.get(entry["file"]["address"]).status_code, 200)


class Reports(LibraryCase):
    def test_an_error_is_reported_seen_by_teachers_and_settled(self) -> None:
        ErrorReport.objects.all().delete()
        item = self.item("Latitudes and departures").pk
        self.student.send("POST", f"{COURSE}/error-reports", {"item_id": item, "text": "Line 3 lacks its sign."})
        self.assertEqual(self.library()["reports"], [], "other students don't see it")
        [report] = self.library(self.teacher)["reports"]
        self.assertEqual((report["text"], report["item"]["item_id"]), ("Line 3 lacks its sign.", item))
        self.teacher.send("PUT", f"{COURSE}/error-reports/{report['id']}", {"settled": True})
        self.assertEqual(self.library(self.teacher)["reports"], [])

    def test_what_is_reported_on_is_an_item_of_this_course(self) -> None:
        elsewhere = Item.objects.filter(course=self.induction).first()
        assert elsewhere is not None
        for who in (self.teacher, self.student):
            for item in (elsewhere.pk, 10**9, -5):
                told = who.send("POST", f"{COURSE}/error-reports", {"item_id": item, "text": "A wrong sign"})
                self.refused(told, 404, "request.not_found")

    def test_a_locked_item_can_t_be_reported_on_and_twenty_are_enough(self) -> None:
        locked = self.item("Check 7: traverse computation").pk
        self.refused(
            self.student.send("POST", f"{COURSE}/error-reports", {"item_id": locked, "text": "?"}), 403, "item.locked"
        )
        self.refused(self.student.send("POST", f"{COURSE}/error-reports", {"text": " "}), 422, "text.empty")
        ErrorReport.objects.filter(person=self.student.person).delete()
        for n in range(20):
            self.student.send("POST", f"{COURSE}/error-reports", {"text": f"Error {n}"})
        self.refused(self.student.send("POST", f"{COURSE}/error-reports", {"text": "More"}), 422, "report.too_many")
