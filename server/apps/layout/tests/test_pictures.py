"""Pictures in a text: turned upright, scaled, cleaned; refused where they are none."""

from __future__ import annotations

from io import BytesIO
from pathlib import Path

from django.core.files.storage import default_storage
from PIL import Image
from tests.cases import Content

from apps.kernel.models import StoredFile

PHOTO_TAGS = 0x8825
"""The Exif tag that leads to where a picture was taken (Exif 2.32, 4.6.3)."""

READING, CLIP, CHECK = (
    "Latitudes and departures",
    "Latitudes and departures, leg by leg",
    "Check 8: traverse adjustment",
)


def photo(width: int, height: int, turned: bool = False) -> bytes:
    image = Image.new("RGB", (width, height), "white")
    image.paste("black", (0, 0, width // 2, height))
    tags = Image.Exif()
    tags[0x0112] = 6 if turned else 1
    tags[PHOTO_TAGS] = {1: "N", 2: (46.0, 30.0, 0.0)}
    out = BytesIO()
    image.save(out, "JPEG", exif=tags)
    return out.getvalue()


class Pictures(Content):
    def kept(self, content: bytes, name: str = "yard.jpg") -> tuple[Image.Image, dict]:
        told = self.put(self.item(READING), "images", name, content).json()
        stored = StoredFile.objects.order_by("pk").last()

        return Image.open(Path(default_storage.path(stored.path))), told

    def test_a_picture_is_turned_upright_and_tells_no_place(self) -> None:
        image, _ = self.kept(photo(200, 100, turned=True))
        self.assertEqual(image.size, (100, 200))
        self.assertEqual(dict(image.getexif()), {})

    def test_a_fifty_megapixel_photo_is_scaled_down_and_said_so(self) -> None:
        image, told = self.kept(photo(8660, 5774))
        self.assertEqual(max(image.size), 2000)
        self.assertEqual(told["shrunk_from"], [8660, 5774])

    def test_what_is_no_picture_is_refused(self) -> None:
        svg = b'<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'
        for name, content in (("plan.svg", svg), ("plan.png", b"GIF8 no"), ("notes.jpg", b"a text")):
            with self.subTest(name=name):
                self.refused(self.put(self.item(READING), "images", name, content), 422, "picture.not_one")

    def test_one_of_a_hundred_megapixels_is_refused(self) -> None:
        out = BytesIO()
        Image.new("1", (10_000, 10_000)).save(out, "PNG")
        self.refused(self.put(self.item(READING), "images", "big.png", out.getvalue()), 422, "picture.too_many_pixels")
