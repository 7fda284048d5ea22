"""Photographed field-book pages: drawn, lined and slightly askew, with the bookings of the yard loop; one PDF each."""

from __future__ import annotations

from io import BytesIO
from random import Random

from apps.assignments.models import HandIn, HandInFile
from apps.kernel.actors import SYSTEM
from apps.kernel.photo_paper import PhotoPage, photo_pdf
from apps.kernel.uploads import store
from django.core.files.base import ContentFile
from PIL import Image, ImageDraw

from demo.traverse import YARD

SIZE, MARGIN, LINE = (900, 1200), 70, 46
PAPER, RULE, PENCIL, TABLE = "#f4f1e4", "#a9c3cf", "#2f3437", "#6d6257"
MOST = 8


def add_photographs(hand_ins: list[HandIn], random: Random) -> None:
    """Two pages to each of the first few hand-ins, in the order of their pages."""
    for hand_in in hand_ins[:MOST]:
        receipt = dict(hand_in.receipt or {})
        pages = [
            PhotoPage(photograph(page, 2, random), f"Page {page} of 2, a photograph", f"{hand_in.number}   {page} / 2")
            for page in (1, 2)
        ]
        title = receipt["item"]
        content = ContentFile(photo_pdf(pages, title, "en"), f"{title}.pdf")
        stored = store(SYSTEM, hand_in.course_id, content, ("hand_in", hand_in.pk))
        HandInFile.objects.create(hand_in=hand_in, stored=stored, position=1)
        receipt["files"] = [{"name": stored.name, "size": stored.size, "sha256": stored.sha256}]
        hand_in.receipt = receipt
        hand_in.save(update_fields=["receipt"])


def photograph(page: int, of: int, random: Random) -> bytes:
    sheet = Image.new("RGB", SIZE, PAPER)
    draw = ImageDraw.Draw(sheet)
    for y in range(MARGIN * 2, SIZE[1] - MARGIN, LINE):
        draw.line((MARGIN, y, SIZE[0] - MARGIN, y), fill=RULE, width=2)
    draw.line((SIZE[0] // 2, MARGIN * 2, SIZE[0] // 2, SIZE[1] - MARGIN), fill=RULE, width=3)
    draw.text((MARGIN, MARGIN), f"Traverse, page {page} of {of}", fill=PENCIL, font_size=34)
    for n, leg in enumerate(YARD):
        y = MARGIN * 2 + (2 * n + 1) * LINE
        taped = leg.distance if page == 1 else leg.distance + random.gauss(0, 0.01)
        words = f"{leg.start}{leg.end}   {taped:.2f} m{'' if page == 1 else ', back'}"
        draw.text((MARGIN + 8, y + random.uniform(2, 8)), words, fill=PENCIL, font_size=30)
    found = sheet.rotate(random.uniform(-2.5, 2.5), fillcolor=TABLE, expand=True)
    out = BytesIO()
    found.save(out, "JPEG", quality=85)
    return out.getvalue()
