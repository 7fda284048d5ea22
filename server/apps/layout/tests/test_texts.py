"""Texts and their editions: cleaned, compared, asked again."""

from __future__ import annotations

from tests.cases import Content

READING, CLIP, CHECK = (
    "Latitudes and departures",
    "Latitudes and departures, leg by leg",
    "Check 8: traverse adjustment",
)


class Texts(Content):
    def text(self, html: str) -> object:
        return self.teacher.send("PUT", self.path(READING, "/text"), {"html": html})

    def test_a_page_is_embedded_from_the_list_only(self) -> None:
        fine = '<div data-embed="https://media.ostrell.example/x" title="X">X</div>'
        self.assertIn("data-embed", self.text(fine).json()["html"])
        for address in ("https://elsewhere.example/x", "http://media.ostrell.example/x", "javascript:alert(1)"):
            with self.subTest(address=address):
                self.refused(self.text(f'<div data-embed="{address}">X</div>'), 422, "text.embed")

    def test_what_could_run_or_escape_is_cleaned_away(self) -> None:
        cases = {
            '<a href="javascript:alert(1)">x</a>': "javascript",
            '<iframe src="https://media.ostrell.example/x"></iframe>': "iframe",
            '<p style="position:fixed;inset:0">x</p>': "style",
            '<img src="https://elsewhere.example/pixel.png" alt="x">': "elsewhere",
            "<svg><script>alert(1)</script></svg><p>x</p>": "alert",
            '<p onclick="alert(1)">x</p>': "onclick",
        }
        for html, gone in cases.items():
            with self.subTest(html=html):
                self.assertNotIn(gone, self.text(html).json()["html"])

    def test_readers_see_what_changed_since_they_acknowledged(self) -> None:
        path = self.path("Syllabus")
        page = self.student.get(path).json()
        fresh = page["html"].replace("</p>", " Boots are required.</p>", 1)
        self.teacher.send("PUT", f"{path}/text", {"html": fresh, "ask_again": True})
        asked = self.student.get(path).json()
        self.assertEqual((asked["row"]["done"], asked["acknowledged_edition"], asked["edition"]), (False, 1, 2))
        told = self.student.get(f"{path}/changes?since=1").json()
        self.assertRegex(told["html"], r"<ins>[^<]*Boots are required")
        self.student.send("POST", f"{path}/acknowledgement", {"edition": 2})
        self.assertTrue(self.student.get(path).json()["row"]["done"])
        self.assertEqual([e["edition"] for e in self.teacher.get(f"{path}/editions").json()], [2, 1])
