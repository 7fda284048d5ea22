"""Search in what one can reach."""

from __future__ import annotations

from io import BytesIO
from typing import Any

import docx
import openpyxl
import pptx
from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import Caller
from tests.cases import OrientationCase

from apps.layout.actions.read_files import read_files
from apps.layout.models import ItemText, SearchEntry

READING, CHECK = "Latitudes and departures", "Check 7: traverse computation"

COURSE = "/courses/srv-110"


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
