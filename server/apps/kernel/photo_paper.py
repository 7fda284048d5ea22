"""Photographs of work on paper: cut and turned as their owner wishes, and put together as one PDF."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from io import BytesIO
from typing import TYPE_CHECKING

from PIL import Image

from apps.kernel.pictures import QUALITY

if TYPE_CHECKING:
    from fpdf import FPDF

A4_MM = (210.0, 297.0)
EDGE_MM, FOOT_MM = 8.0, 8.0
MM_PER_INCH = 25.4
FOOT_POINTS = 8


@dataclass(frozen=True)
class PhotoPage:
    """`content`: a JPEG, upright. `said`: what is read out in its place."""

    content: bytes
    said: str
    foot: str


def cut_and_turned(content: bytes, turn: int, cuts: Sequence[int]) -> bytes:
    """A JPEG without what is cut off, turned by `turn` degrees clockwise: 0, 90, 180 or 270. `cuts`: percent of its
    left, top, right and bottom, before it is turned. The same bytes where nothing is to be done."""
    if turn == 0 and not any(cuts):
        return content
    picture = Image.open(BytesIO(content))
    left, top, right, bottom = cuts
    width, height = picture.size
    kept = picture.crop(
        (
            width * left // 100,
            height * top // 100,
            width - width * right // 100,
            height - height * bottom // 100,
        )
    )
    out = BytesIO()
    kept.rotate(-turn, expand=True).save(out, "JPEG", quality=QUALITY)
    return out.getvalue()


def photo_pdf(pages: Sequence[PhotoPage], title: str, language: str) -> bytes:
    """One photograph a page of A4, upright or across as it lies, as large as it goes, with a foot. Its pixels go in as
    they are, nothing is compressed again."""
    from fpdf import FPDF

    paper = FPDF(unit="mm", format="A4")
    paper.set_title(title)
    paper.set_lang(language)
    paper.set_auto_page_break(False)
    paper.set_font("Helvetica", size=FOOT_POINTS)
    for page in pages:
        _add(paper, page)
    return bytes(paper.output())


def _add(paper: FPDF, page: PhotoPage) -> None:
    with Image.open(BytesIO(page.content)) as picture:
        across = picture.width > picture.height
    paper.add_page(orientation="landscape" if across else "portrait")
    room = (paper.w - 2 * EDGE_MM, paper.h - 2 * EDGE_MM - FOOT_MM)
    paper.image(
        BytesIO(page.content),
        x=EDGE_MM,
        y=EDGE_MM,
        w=room[0],
        h=room[1],
        keep_aspect_ratio=True,
        alt_text=page.said,
    )
    paper.set_xy(EDGE_MM, paper.h - EDGE_MM - FOOT_MM / 2)
    paper.cell(w=room[0], h=FOOT_MM / 2, text=page.foot.encode("latin-1", "replace").decode("latin-1"), align="R")


def dots_per_inch(width: int, height: int) -> int:
    """What a picture of so many pixels has on such a page."""
    across = width > height
    long_side, short_side = A4_MM[1], A4_MM[0]
    room_w, room_h = (long_side, short_side) if across else (short_side, long_side)
    inches_w, inches_h = (room_w - 2 * EDGE_MM) / MM_PER_INCH, (room_h - 2 * EDGE_MM - FOOT_MM) / MM_PER_INCH
    return int(max(width / inches_w, height / inches_h))
