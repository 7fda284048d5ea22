"""Pictures that people put into texts, and photographs of work: turned upright, scaled down, freed of where and when
they were taken."""

from __future__ import annotations

from dataclasses import dataclass
from io import BytesIO

import pi_heif
from django.core.files.base import ContentFile
from PIL import Image, ImageOps

from apps.kernel.refusals import Refused
from apps.kernel.uploads import Upload

pi_heif.register_heif_opener()

LONGEST_SIDE = 2000
MOST_MEGAPIXELS = {"JPEG": 80, "HEIF": 50}
MOST_OTHERWISE = 25
"""A JPEG is read at the size at which it is kept; other pictures are unpacked whole first, four bytes a pixel."""
KEPT_AS = {"JPEG": "JPEG", "PNG": "PNG", "WEBP": "WEBP", "GIF": "PNG", "BMP": "PNG", "TIFF": "JPEG", "HEIF": "JPEG"}
MOST_PIXELS_A_SIDE = 65_535
"""Of a JPEG (ITU-T T.81)."""
QUALITY = 85
PAPER_WHITE = "#ffffff"


@dataclass(frozen=True)
class Picture:
    """`shrunk_from`: its width and height in pixels as it came, when it was scaled down."""

    upload: ContentFile[bytes]
    width: int
    height: int
    shrunk_from: tuple[int, int] | None


def upright(upload: Upload) -> Picture:
    """The picture as it is shown, without metadata. Refuses what is no picture, by name."""
    name, content = _content(upload)
    found, size = _opened(name, content, LONGEST_SIDE)
    form = KEPT_AS[found.format or ""]
    turned = _turned(name, found, LONGEST_SIDE)
    kept = turned.convert("RGB") if form == "JPEG" else turned.convert("RGBA") if "A" in turned.getbands() else turned
    shrunk = size if max(size) > LONGEST_SIDE else None
    return Picture(_kept_as(form, name, kept), kept.width, kept.height, shrunk)


def photograph(upload: Upload, longest: int) -> Picture:
    """The photograph as a JPEG, upright, its longer side at most `longest` pixels, without metadata, on white where it
    was clear. Refuses what is no picture, or a damaged one, by name."""
    name, content = _content(upload)
    found, size = _opened(name, content, longest)
    turned = _turned(name, found, longest)
    if "A" in turned.getbands() or "transparency" in turned.info:
        clear = turned.convert("RGBA")
        turned = Image.new("RGBA", clear.size, PAPER_WHITE)
        turned.alpha_composite(clear)
    kept = turned.convert("RGB")
    shrunk = size if max(size) > longest else None
    return Picture(_kept_as("JPEG", name, kept), kept.width, kept.height, shrunk)


def photograph_whole(upload: Upload) -> Upload:
    """A photograph of a kind that few can look at (HEIF, ISO/IEC 23008-12) as a JPEG of all its pixels; anything else
    as it came, a damaged one too."""
    name, content = _content(upload)
    if not pi_heif.is_supported(content[:32]):
        return upload
    try:
        return photograph(ContentFile(content, name), longest=MOST_PIXELS_A_SIDE).upload
    except Refused:
        return upload


def _content(upload: Upload) -> tuple[str, bytes]:
    return upload.name or "picture", b"".join(upload.chunks())  # type: ignore[arg-type]


def _opened(name: str, content: bytes, longest: int) -> tuple[Image.Image, tuple[int, int]]:
    """The picture before its pixels are read, and its size as it came."""
    try:
        found = Image.open(BytesIO(content))
    except Exception:
        # Whatever a decoder stumbles over in a damaged file, it is no picture
        raise Refused("picture.not_one", name=name) from None
    if found.format not in KEPT_AS:
        raise Refused("picture.not_one", name=name)
    most = MOST_MEGAPIXELS.get(found.format, MOST_OTHERWISE)
    if found.width * found.height > most * 1_000_000:
        raise Refused("picture.too_many_pixels", name=name, most=most)
    size = found.size
    found.draft("RGB", (longest, longest))
    return found, size


def _turned(name: str, found: Image.Image, longest: int) -> Image.Image:
    try:
        turned = ImageOps.exif_transpose(found)
    except Exception:
        # It began as a picture; whatever the decoder stumbled over, the rest of it is not there
        raise Refused("picture.damaged", name=name) from None
    turned.thumbnail((longest, longest))
    return turned


def _kept_as(form: str, name: str, picture: Image.Image) -> ContentFile[bytes]:
    out = BytesIO()
    picture.save(out, form, quality=QUALITY)
    endings = {"JPEG": "jpg", "PNG": "png", "WEBP": "webp"}
    return ContentFile(out.getvalue(), f"{name.rsplit('.', 1)[0]}.{endings[form]}")
