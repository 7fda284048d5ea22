"""Pictures that people put into texts: turned upright, scaled down, freed of where and when they were taken."""

from __future__ import annotations

from dataclasses import dataclass
from io import BytesIO

from django.core.files.base import ContentFile
from PIL import Image, ImageOps

from apps.kernel.refusals import Refused
from apps.kernel.uploads import Upload

LONGEST_SIDE = 2000
MOST_MEGAPIXELS = {"JPEG": 80}
MOST_OTHERWISE = 25
"""A JPEG is read at the size at which it is kept; other pictures are unpacked whole first, four bytes a pixel."""
KEPT_AS = {"JPEG": "JPEG", "PNG": "PNG", "WEBP": "WEBP", "GIF": "PNG", "BMP": "PNG", "TIFF": "JPEG"}
QUALITY = 85


@dataclass(frozen=True)
class Picture:
    """`shrunk_from`: its width and height in pixels as it came, when it was scaled down."""

    upload: ContentFile[bytes]
    width: int
    height: int
    shrunk_from: tuple[int, int] | None


def upright(upload: Upload) -> Picture:
    """The picture as it is shown, without metadata. Refuses what is no picture, by name."""
    name = upload.name or "picture"
    content = b"".join(upload.chunks())  # type: ignore[arg-type]
    try:
        found = Image.open(BytesIO(content))
        if found.format not in KEPT_AS:
            raise Refused("picture.not_one", name=name)
        most = MOST_MEGAPIXELS.get(found.format, MOST_OTHERWISE)
        if found.width * found.height > most * 1_000_000:
            raise Refused("picture.too_many_pixels", name=name, most=most)
        form = KEPT_AS[found.format]
        size = found.size
        found.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
        turned = ImageOps.exif_transpose(found)
    except Refused:
        raise
    except Exception:
        # Whatever a decoder stumbles over in a damaged file, it is no picture
        raise Refused("picture.not_one", name=name) from None
    turned.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    kept = turned.convert("RGB") if form == "JPEG" else turned.convert("RGBA") if "A" in turned.getbands() else turned
    out = BytesIO()
    kept.save(out, form, quality=QUALITY)
    endings = {"JPEG": "jpg", "PNG": "png", "WEBP": "webp"}
    stem = name.rsplit(".", 1)[0]
    shrunk = size if max(size) > LONGEST_SIDE else None
    return Picture(ContentFile(out.getvalue(), f"{stem}.{endings[form]}"), kept.width, kept.height, shrunk)
