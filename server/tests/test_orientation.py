"""Finding one's way: search, a missed class, and the walk-through that leaves no trace."""

from __future__ import annotations

import json
from io import BytesIO
from typing import Any

import docx
import openpyxl
import pptx
from apps.courses.actions.read_files import read_files
from apps.courses.models import Absence, Fact, Group, ItemText, SearchEntry, Section
from apps.kernel.models import AuditRecord
from apps.library.models import TourSeen
from django.core.files.uploadedfile import SimpleUploadedFile

from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

COURSE = "/courses/srv-110"
READING, CHECK = "Latitudes and departures", "Check 7: traverse computation"


class OrientationCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)


class Search(OrientationCase):
    def found(self, text: str, who: Caller | None = None) -> list[dict[str, Any]]:
        return (who or self.student).client.get(f"/api{COURSE}/search", {"q": text}).json()["hits"]

    def titles(self, text: str, who: Caller | None = None) -> list[str]:
        return [h["item"]["title"] for h in self.found(text, who)]

    def write(self, title: str, html: str) -> None:
        self.assertEqual(self.teacher.send("PUT", self.path(title, "/text"), {"html": html}).status_code, 200)

    def test_titles_come_before_texts_and_what_was_found_is_marked(self) -> None:
        hits = self.found("departures")
        self.assertIn(READING, [h["item"]["title"] for h in hits[:3]])
        self.write(READING, "<p>The plumb bob hangs &lt;still&gt; over the peg.</p>")
        [hit] = self.found("plumb bobs")
        self.assertIn("‹plumb› ‹bob›", hit["snippet"])
        self.assertNotIn("<p>", hit["snippet"])

    def test_the_last_word_may_be_a_beginning_and_odd_input_finds_nothing(self) -> None:
        self.assertIn(READING, self.titles("latitudes depar"))
        for odd in ("", "x", "'; DROP TABLE", "a & | ! b:*", "%%%", "\\", "q" * 500):
            with self.subTest(odd=odd):
                self.assertIsInstance(self.found(odd), list)

    def test_what_is_hidden_is_not_found_by_students(self) -> None:
        self.teacher.send("PATCH", self.path(READING), {"published": False})
        self.assertNotIn(READING, self.titles("latitudes"))
        self.assertIn(READING, self.titles("latitudes", self.teacher))

    def test_what_is_locked_is_found_by_its_title_alone(self) -> None:
        self.write(CHECK, "<p>The secret word is zenith.</p>")
        self.assertEqual(self.found("zenith"), [])
        self.assertEqual(self.titles("zenith", self.teacher), [CHECK])
        [hit] = [h for h in self.found("check traverse") if h["item"]["title"] == CHECK]
        self.assertEqual((hit["locked"], hit["snippet"]), (True, ""))

    def test_an_earlier_edition_and_a_removed_item_are_not_found(self) -> None:
        self.write(READING, "<p>quincunx</p>")
        self.write(READING, "<p>something else</p>")
        self.assertEqual(self.found("quincunx"), [])
        self.write(READING, "<p>quincunx</p>")
        self.teacher.send("DELETE", self.path(READING))
        self.assertEqual(self.found("quincunx", self.teacher), [])

    def test_texts_written_past_the_api_are_found_too(self) -> None:
        ItemText.objects.filter(item=self.item(READING)).update(html="<p>sextant</p>")
        self.assertEqual(self.titles("sextant"), [READING])

    def test_words_inside_documents_are_found(self) -> None:
        document, book, slides = docx.Document(), openpyxl.Workbook(), pptx.Presentation()
        document.add_paragraph("gnomon in a letter")
        book.active.append(["astrolabe", 7])
        slides.slides.add_slide(slides.slide_layouts[0]).shapes[0].text_frame.text = "alidade shown"
        for name, made, word in (
            ("a.docx", document, "gnomon"),
            ("b.xlsx", book, "astrolabe"),
            ("c.pptx", slides, "alidade"),
        ):
            out = BytesIO()
            made.save(out)
            with self.subTest(name=name):
                self.teacher.send(
                    "POST", self.path(READING, "/resources"), file=SimpleUploadedFile(name, out.getvalue())
                )
                read_files(self.item(READING).pk)
                self.assertEqual(self.titles(word), [READING])
        self.assertIn("The compass rule, step by step", self.titles("misclosure balanced", self.teacher))

    def test_a_broken_document_is_kept_and_not_searched(self) -> None:
        self.teacher.send("POST", self.path(READING, "/resources"), file=SimpleUploadedFile("a.docx", b"PK broken"))
        read_files(self.item(READING).pk)
        self.assertIn("a.docx", SearchEntry.objects.get(item=self.item(READING)).file_text)


class MissedClasses(OrientationCase):
    def setUp(self) -> None:
        super().setUp()
        Absence.objects.all().delete()

    def say(self, number: int = 13, reason: str = "The bus did not come") -> Any:
        return self.student.send("PUT", f"{COURSE}/classes/{number}/absence", {"reason": reason})

    def day(self, number: int = 13, who: Caller | None = None) -> dict[str, Any]:
        return (who or self.student).get(f"{COURSE}/classes/{number}").json()

    def test_it_shows_what_was_on_that_class_for_ones_own_section(self) -> None:
        day = self.day()
        self.assertEqual(day["meeting"]["start"], "2026-10-05T18:00:00Z")
        self.assertEqual(self.day(who=Caller(BEHIND))["meeting"]["start"], "2026-10-05T15:00:00Z")
        titles = [r["ref"]["title"] for r in day["rows"]]
        self.assertIn(READING, titles)
        self.assertIn("Set 7A: latitudes and departures", titles)
        self.assertNotIn("Set 8A: the compass rule", titles)
        self.assertEqual(day["week"], "7")
        self.assertIn(("Contour map", "10"), {(r["ref"]["title"], r["ref"]["step"]) for r in day["rows"]})
        self.assertEqual(day["open"], sum(r["row"]["open"] and not r["row"]["done"] for r in day["rows"]))

    def test_a_reason_is_filed_read_and_taken_back(self) -> None:
        self.assertEqual(self.say().status_code, 200)
        self.say(reason="Ill, note follows")
        self.assertEqual(Absence.objects.count(), 1)
        [row] = self.teacher.get(f"{COURSE}/absences").json()
        self.assertEqual((row["reason"], row["seen_at"]), ("Ill, note follows", None))
        self.teacher.send("PUT", f"{COURSE}/absences/{row['id']}/seen", {"seen": True})
        self.assertIsNotNone(self.day()["absence"]["seen_at"])
        self.say(reason="Another thing")
        self.assertIsNone(self.day()["absence"]["seen_at"], "a new reason is unread")
        self.student.send("DELETE", f"{COURSE}/classes/13/absence")
        self.assertIsNone(self.day()["absence"])

    def test_an_assistant_reads_their_sections_only(self) -> None:
        Caller(BEHIND).send("PUT", f"{COURSE}/classes/13/absence", {"reason": "Away"})
        [row] = self.teacher.get(f"{COURSE}/absences").json()
        assistant = Caller(ASSISTANT)
        self.assertEqual(assistant.get(f"{COURSE}/absences").json(), [])
        told = assistant.send("PUT", f"{COURSE}/absences/{row['id']}/seen", {"seen": True})
        self.refused(told, 403, "course.other_section")

    def test_what_makes_no_sense_is_refused(self) -> None:
        self.refused(self.say(reason=" "), 422, "text.empty")
        self.refused(self.say(99), 404, "request.not_found")
        self.refused(self.say(30), 422, "absence.too_early")
        self.assertEqual(Absence.objects.count(), 0)


class WalkThrough(OrientationCase):
    def walk(self, path: str, section: int | None = None, groups: tuple[int, ...] = (), **doings: str) -> Any:
        said = {"section": section, "groups": list(groups), "allowances": True}
        said["doings"] = {key.removeprefix("i"): letters for key, letters in doings.items()}
        return self.teacher.client.get(f"/api{path}", headers={"As-Student": json.dumps(said)})

    def test_it_sees_what_a_new_student_would_and_locks_hold(self) -> None:
        ribbon = self.walk(f"{COURSE}/ribbon").json()
        self.assertEqual((ribbon["role"], ribbon["walking"]), ("student", True))
        week = self.walk(f"{COURSE}/weeks/7").json()
        self.assertEqual((week["done"], week["teaching"]), (0, False))
        self.refused(self.walk(self.path(CHECK)), 403, "item.locked")
        self.assertEqual(self.walk("/courses/srv-010/tour").json()["first"], True)

    def test_its_standing_has_no_scores_and_nobodys_name(self) -> None:
        sheet = self.walk(f"{COURSE}/standing").json()
        self.assertEqual((sheet["person"], sheet["current"]["value"]), ("", "0.0"))
        items = {i["title"]: i for c in sheet["categories"] for i in c["items"]}
        self.assertEqual(items["Set 1A: units of length and angle"]["state"], "missing")
        self.assertEqual({i["given"] for i in items.values()}, {None})
        handed = {f"i{self.item('Set 7A: latitudes and departures').pk}": "h"}
        again = self.walk(f"{COURSE}/standing", **handed).json()
        states = {i["title"]: i["state"] for c in again["categories"] for i in c["items"]}
        self.assertEqual(states["Set 7A: latitudes and departures"], "handed_in")

    def test_what_is_done_on_the_walk_opens_what_follows(self) -> None:
        sets = [self.item(t).pk for t in ("Set 7A: latitudes and departures", "Set 7B: misclosure and precision")]
        done = {f"i{pk}": "h" for pk in sets}
        self.assertEqual(self.walk(self.path(CHECK), **done).status_code, 200)
        facts = self.walk(f"{COURSE}/items/{sets[0]}/facts", **done).json()
        self.assertTrue(facts["done"])

    def test_it_stands_in_a_section_and_in_groups(self) -> None:
        section = Section.objects.get(course=self.course, number=2)
        self.assertEqual(
            self.walk(f"{COURSE}/classes/13", section.pk).json()["meeting"]["start"], "2026-10-05T18:00:00Z"
        )
        group = Group.objects.create(course=self.course, name="Red")
        of = [{"on": "for", "groups": [group.pk], "sections": []}]
        wish = {"kind": "item", "id": self.item(READING).pk, "of": of}
        self.teacher.send("PUT", f"{COURSE}/conditions", wish)
        self.assertEqual(self.walk(self.path(READING)).status_code, 404)
        self.assertEqual(self.walk(self.path(READING), None, (group.pk,)).status_code, 200)

    def test_it_leaves_no_trace(self) -> None:
        def kept() -> tuple[int, ...]:
            return tuple(m.objects.count() for m in (Fact, AuditRecord, Absence, TourSeen))

        before = kept()
        for path in ("ribbon", "weeks/7", "term", "library", "tour", "classes/13", "search?q=yard"):
            self.assertEqual(self.walk(f"{COURSE}/{path}").status_code, 200, path)
        self.assertEqual(kept(), before)

    def test_students_and_broken_wishes_get_nowhere(self) -> None:
        header = json.dumps(
            {"section": None, "groups": [], "allowances": True, "doings": {str(self.item(READING).pk): "t"}}
        )
        week = self.student.client.get(f"/api{COURSE}/weeks/7", headers={"As-Student": header}).json()
        self.assertEqual(week, self.student.get(f"{COURSE}/weeks/7").json())
        for broken in ("{", "[]", '{"section": 0, "groups": [], "allowances": true, "doings": {}}', '{"section": "x"}'):
            with self.subTest(broken=broken):
                told = self.teacher.client.get(f"/api{COURSE}/weeks/7", headers={"As-Student": broken})
                self.refused(told, 400, "walk.unreadable")
