"""What crosses the line: scripts and styles of the first week sheet, and its answers."""

from __future__ import annotations

import gzip
import json
import os
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any

from apps.kernel.static_files import CompressedOnce
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
        by_brotli, by_gzip = self.crossed("br"), self.crossed("gzip")
        print(f"first week sheet: {by_brotli} bytes by brotli, {by_gzip} by gzip")
        self.assertLess(by_brotli, BAR_BYTES)
        self.assertLess(by_brotli, by_gzip)

    def test_what_is_laid_out_again_is_compressed_again_only_where_it_changed(self) -> None:
        with TemporaryDirectory() as folder:
            storage, names = CompressedOnce(location=folder), ["a.js", "b.js"]
            for name in names:
                (Path(folder) / name).write_text(f"export const {name[0]} = 1;\n" * 400)

            def compressed() -> set[str]:
                return {name for name, _, _ in storage.post_process(dict.fromkeys(names))}

            self.assertEqual((compressed(), compressed()), (set(names), set()))
            (Path(folder) / "a.js").write_text("export const a = 2;\n" * 400)
            os.utime(Path(folder) / "a.js", (0, 10))
            self.assertEqual((compressed(), compressed()), ({"a.js"}, set()))
            self.assertIn(b"a = 2", gzip.decompress((Path(folder) / "a.js.gz").read_bytes()))
            (Path(folder) / "b.js.gz").write_bytes(b"half")
            self.assertEqual(compressed(), {"b.js"}, "one that was killed in the middle is done again")

    def test_answers_to_reads_are_compressed_from_a_kilobyte_on(self) -> None:
        client = Caller(KEEPS_UP).client
        whole = client.get(f"/api{COURSE}/term")
        packed = client.get(f"/api{COURSE}/term", headers={"Accept-Encoding": "gzip"})
        self.assertEqual(packed["Content-Encoding"], "gzip")
        self.assertLess(len(packed.content), len(whole.content) / 5)
        self.assertEqual(packed["Cache-Control"], "private, no-store")
        small = client.get("/api/me", headers={"Accept-Encoding": "gzip"})
        self.assertNotIn("Content-Encoding", small)
