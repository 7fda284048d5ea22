"""Templates to tagged PDFs, in the faces that ship. Nothing is fetched: what a page shows is in its template."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping
from functools import cache
from pathlib import Path
from typing import Any

from django.conf import settings
from django.http import HttpResponse
from django.template.loader import render_to_string

from apps.kernel.lanes import Lane

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
_lane: Lane[bytes] = Lane(busy="paper.busy", kept=32)


def pdf(template: str, context: Mapping[str, object]) -> bytes:
    """PDF/UA-1, readable by a screen reader."""
    html = render_to_string(template, dict(context))
    return _lane.get(hashlib.sha256(html.encode()).digest(), lambda: _made(html))


def _made(html: str) -> bytes:
    from weasyprint import CSS, HTML
    from weasyprint.text.fonts import FontConfiguration

    fonts = FontConfiguration()
    faces = "".join(
        f'@font-face {{ font-family: "{family}"; src: url(face:{name}) format("woff2") }}'
        for family, (name, _) in _files().items()
    )
    style = CSS(string=faces + STYLE, font_config=fonts, url_fetcher=_faces_only)
    page = HTML(string=html, url_fetcher=_faces_only)
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
