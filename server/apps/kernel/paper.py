"""Templates to tagged PDFs. Nothing is fetched: what a page shows is in its template."""

from __future__ import annotations

from collections.abc import Mapping

from django.http import HttpResponse
from django.template.loader import render_to_string


def pdf(template: str, context: Mapping[str, object]) -> bytes:
    """PDF/UA-1, readable by a screen reader."""
    from weasyprint import HTML

    html = render_to_string(template, dict(context))
    return bytes(HTML(string=html, url_fetcher=_nothing_fetched).write_pdf(pdf_variant="pdf/ua-1"))


def pdf_answer(content: bytes, name: str) -> HttpResponse:
    done = HttpResponse(content, content_type="application/pdf")
    done["Content-Disposition"] = f'attachment; filename="{name}"'
    return done


def _nothing_fetched(url: str, *args: object, **kwargs: object) -> dict[str, object]:
    raise ValueError(f"paper fetches nothing, not even {url}")
