"""What crosses the line: scripts and styles of the first week sheet, and its answers."""

from __future__ import annotations

import json
from typing import Any

from django.conf import settings

from tests.base import KEEPS_UP, Caller, DemoCase
from tests.cases import COURSE

BAR_BYTES = 200_000
SMALL = 1500
"""Bytes of a file that is sent as it is: packed it would hardly be less."""
ENTRY = "src/app/main.ts"


class Wire(DemoCase):
    def files(self) -> set[str]:
        """Everything that the application's first page loads at once: its scripts, what they import, their styles."""
        manifest: dict[str, Any] = json.loads((settings.SERVER / "assets" / "manifest.json").read_text())
        found: set[str] = set()
        waiting = [ENTRY]
        while waiting:
            chunk = manifest[waiting.pop()]
            if chunk["file"] not in found:
                found |= {chunk["file"], *chunk.get("css", ())}
                waiting += chunk.get("imports", ())
        return found

    def crossed(self, encoding: str) -> int:
        client = Caller(KEEPS_UP).client
        total = 0
        for name in self.files():
            told = client.get(f"{settings.STATIC_URL}{name}", headers={"Accept-Encoding": encoding})
            size = len(b"".join(told.streaming_content))
            self.assertEqual(told.status_code, 200, name)
            self.assertTrue(told.get("Content-Encoding") == encoding or size < SMALL, name)
            total += size
        return total

    def test_the_first_week_sheet_stays_under_its_bar(self) -> None:
        brotli, gzip = self.crossed("br"), self.crossed("gzip")
        print(f"first week sheet: {brotli} bytes by brotli, {gzip} by gzip")
        self.assertLess(brotli, BAR_BYTES)
        self.assertLess(brotli, gzip)

    def test_answers_to_reads_are_compressed_from_a_kilobyte_on(self) -> None:
        client = Caller(KEEPS_UP).client
        whole = client.get(f"/api{COURSE}/term")
        packed = client.get(f"/api{COURSE}/term", headers={"Accept-Encoding": "gzip"})
        self.assertEqual(packed["Content-Encoding"], "gzip")
        self.assertLess(len(packed.content), len(whole.content) / 5)
        self.assertEqual(packed["Cache-Control"], "private, no-store")
        small = client.get("/api/me", headers={"Accept-Encoding": "gzip"})
        self.assertNotIn("Content-Encoding", small)
