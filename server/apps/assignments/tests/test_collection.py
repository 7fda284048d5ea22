"""Pieces of one's own work that are kept, with a word on each."""

from __future__ import annotations

import zipfile
from io import BytesIO
from typing import Any

from tests.base import BEHIND, KEEPS_UP, Caller, DemoCase


class Collection(DemoCase):
    def setUp(self) -> None:
        self.student = Caller(KEEPS_UP)
        pieces = [p for c in self.student.get("/own-work").json()["courses"] for p in c["pieces"]]
        self.numbers = [p["number"] for p in pieces]

    def keep(self, number: str, words: str) -> Any:
        return self.student.send("PUT", f"/own-collection/{number}", {"words": words})

    def kept(self) -> list[tuple[str, str]]:
        return [(k["number"], k["words"]) for k in self.student.get("/own-collection").json()]

    def test_kept_in_an_order_with_a_word_and_dropped(self) -> None:
        first, second, third = self.numbers[:3]
        for number in (first, second, third):
            self.assertEqual(self.keep(number, f"Why {number}").status_code, 200)
        self.keep(second, "My best loop")
        self.student.send("PUT", "/own-collection", {"numbers": [third, first]})
        self.assertEqual(self.kept(), [(third, f"Why {third}"), (first, f"Why {first}"), (second, "My best loop")])
        self.student.send("DELETE", f"/own-collection/{first}")
        self.assertEqual([number for number, _ in self.kept()], [third, second])
        self.refused(self.student.send("DELETE", f"/own-collection/{first}"), 404, "request.not_found")

    def test_taken_along_in_its_order_with_the_words(self) -> None:
        first, second = self.numbers[:2]
        self.keep(second, "The later one")
        self.keep(first, "")
        told = self.student.get("/own-collection-archive")
        with zipfile.ZipFile(BytesIO(b"".join(told.streaming_content))) as packed:
            folders = list(dict.fromkeys(name.split("/")[0] for name in packed.namelist()))
            self.assertEqual([f[:4] for f in folders], ["001 ", "002 "])
            self.assertEqual(packed.read(f"{folders[0]}/my words.txt").decode(), "The later one")
            self.assertNotIn(f"{folders[1]}/my words.txt", packed.namelist())

    def test_nobody_keeps_or_reads_what_is_somebody_elses(self) -> None:
        other = Caller(BEHIND)
        self.refused(other.send("PUT", f"/own-collection/{self.numbers[0]}", {"words": ""}), 404, "receipt.none")
        self.refused(other.get(f"/own-work/{self.numbers[0]}/text"), 404, "request.not_found")
        self.assertEqual(other.get("/own-collection-archive").status_code, 404)
