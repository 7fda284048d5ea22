"""Small real files."""

from __future__ import annotations

import base64
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

HEIC = base64.b64decode(
    "AAAAHGZ0eXBoZWljAAAAAG1pZjFoZWljbWlhZgAAAb5tZXRhAAAAAAAAACFoZGxyAAAAAAAAAABwaWN0AAAAAAAAAAAAAAAAAAAA"
    "ADRpbG9jAAAAAERAAAIAAQAAAAAB4gABAAAAAAAAACQAAgAAAAACBgABAAAAAAAAADIAAAA4aWluZgAAAAAAAgAAABVpbmZlAgAA"
    "AAABAABodmMxAAAAABVpbmZlAgAAAQACAABFeGlmAAAAAA5waXRtAAAAAAABAAAA/WlwcnAAAADdaXBjbwAAAHZodmNDAQNwAAAA"
    "kAAAAAAAHvAA/P34+AAADwNgAAEAGEABDAH//wNwAAADAJAAAAMAAAMAHroCQGEAAQAqQgEBA3AAAAMAkAAAAwAAAwAeoCCBBZbq"
    "5Ka5uAhoMCAAAAMDIAAAAwAhYgABAAZEAcFzwIkAAAATY29scm5jbHgAAQANAAaAAAAAFGlzcGUAAAAAAAAAQAAAAEAAAAAoY2xh"
    "cAAAADAAAAABAAAAQAAAAAH////wAAAAAgAAAAAAAAACAAAAEHBpeGkAAAAAAwgICAAAABhpcG1hAAAAAAAAAAEAAQWBAgMFhAAA"
    "ABppcmVmAAAAAAAAAA5jZHNjAAIAAQABAAAAXm1kYXQAAAAgKAGvWOb06r//8KK//aaSHnfCellUP2E25mqlv6Pzv38AAAAGRXhp"
    "ZgAATU0AKgAAAAgAAQEQAAIAAAAOAAAAGgAAAABQb2NrZXQgY2FtZXJhAA=="
)
"""48 x 64 pixels, red above cream, taken by a 'Pocket camera'; written by libheif 1.23 with x265, that decodes it too."""


def jpeg(width: int = 900, height: int = 1200, colour: str = "white") -> bytes:
    out = BytesIO()
    Image.new("RGB", (width, height), colour).save(out, "JPEG")
    return out.getvalue()


def upload(name: str, content: bytes) -> SimpleUploadedFile:
    return SimpleUploadedFile(name, content)
