"""Templates to tagged PDFs, in the faces that ship. Nothing is fetched: what a page shows is in its template, or among
the pictures that its course keeps."""

from __future__ import annotations

import hashlib
import re
from collections.abc import Mapping
from functools import cache, partial
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.files.storage import default_storage
from django.http import HttpResponse
from django.template.loader import render_to_string
from PIL import ImageFile

from apps.kernel.lanes import Lane
from apps.kernel.models import StoredFile

FACES = {
    "Paper": "atkinson-hyperlegible-next-latin-wght-normal",
    "Paper ext": "atkinson-hyperlegible-next-latin-ext-wght-normal",
    "Paper head": "schibsted-grotesk-latin-wght-normal",
    "Paper head ext": "schibsted-grotesk-latin-ext-wght-normal",
    "Paper figures": "atkinson-hyperlegible-mono-latin-wght-normal",
}
"""Families of the templates, and the files of the front end that they are."""
STYLE = """
    html { font-family: "Paper", "Paper ext", sans-serif }
    h1, h2 { font-family: "Paper head", "Paper head ext", sans-serif }
    code { font-family: "Paper figures", monospace }
"""
PAPER = "paper:/"
"""The address of a page that is nowhere."""
OWN_PICTURE = re.compile(r"paper:/+files/([0-9a-f-]{36})/")
_lane: Lane[bytes] = Lane(busy="paper.busy", kept=32)


def pdf(template: str, context: Mapping[str, object], *, course_id: int | None = None) -> bytes:
    """PDF/UA-1, readable by a screen reader. `course_id`: whose pictures its texts may show."""
    html = render_to_string(template, dict(context))
    key = (hashlib.sha256(html.encode()).digest(), course_id)
    return _lane.get(key, lambda: _made(html, course_id))


def _made(html: str, course_id: int | None) -> bytes:
    from weasyprint import CSS, HTML
    from weasyprint.text.fonts import FontConfiguration

    # As it is imported it has Pillow take half a picture for a whole one, everywhere, what we refuse.
    ImageFile.LOAD_TRUNCATED_IMAGES = False
    fonts = FontConfiguration()
    faces = "".join(
        f'@font-face {{ font-family: "{family}"; src: url(face:{name}) format("woff2") }}'
        for family, (name, _) in _files().items()
    )
    style = CSS(string=faces + STYLE, font_config=fonts, url_fetcher=_faces_only)
    page = HTML(string=html, url_fetcher=partial(_with_pictures, course_id), base_url=PAPER)
    return bytes(page.write_pdf(stylesheets=[style], font_config=fonts, pdf_variant="pdf/ua-1"))


def pdf_answer(content: bytes, name: str) -> HttpResponse:
    done = HttpResponse(content, content_type="application/pdf")
    done["Content-Disposition"] = f'attachment; filename="{name}"'
    return done


@cache
def _files() -> dict[str, tuple[str, bytes]]:
    """By family, those that are built: the file's name and what is in it."""
    found = {}
    for family, name in FACES.items():
        for folder in settings.STATICFILES_DIRS:
            for file in Path(folder).rglob(f"{name}-*.woff2"):
                found[family] = file.name, file.read_bytes()
    return found


def _faces_only(url: str, *args: object, **kwargs: object) -> Any:
    from weasyprint.urls import URLFetcherResponse

    for name, content in _files().values():
        if url == f"face:{name}":
            return URLFetcherResponse(url, content, {"Content-Type": "font/woff2"})
    raise ValueError(f"paper fetches nothing, not even {url}")


def _with_pictures(course_id: int | None, url: str, *args: object, **kwargs: object) -> Any:
    from weasyprint.urls import URLFetcherResponse

    found = OWN_PICTURE.match(url)
    if found is None or course_id is None:
        return _faces_only(url)
    rows = StoredFile.objects.filter(course_id=course_id, content_type__startswith="image/")
    stored = rows.filter(key=found.group(1)).first()
    if stored is None:
        raise ValueError(f"no picture of this course: {url}")
    with default_storage.open(stored.path) as content:
        return URLFetcherResponse(url, content.read(), {"Content-Type": stored.content_type})
