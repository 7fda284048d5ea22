"""Small real files."""

from __future__ import annotations

from io import BytesIO

import pypdf
from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image


def _png() -> bytes:
    out = BytesIO()
    Image.new("RGB", (12, 12), "white").save(out, "PNG")
    return out.getvalue()


def _pdf() -> bytes:
    writer, out = pypdf.PdfWriter(), BytesIO()
    writer.add_blank_page(200, 200)
    writer.write(out)
    return out.getvalue()


PNG, PDF = _png(), _pdf()


def upload(name: str, content: bytes) -> SimpleUploadedFile:
    return SimpleUploadedFile(name, content)
