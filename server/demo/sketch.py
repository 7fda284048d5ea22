"""The yard loop as somebody draws it."""

from __future__ import annotations

from io import BytesIO

from PIL import Image, ImageDraw

from demo.traverse import YARD, compass_rule, coordinates


def sketch_png() -> bytes:
    """A plan of the loop, its long leg stressed, as PNG."""
    points = coordinates(compass_rule(YARD), 0.0, 0.0)
    width, height, margin = 520, 300, 40
    lows = [min(p[i] for p in points) for i in (0, 1)]
    highs = [max(p[i] for p in points) for i in (0, 1)]
    scale = min((width - 2 * margin) / (highs[1] - lows[1]), (height - 2 * margin) / (highs[0] - lows[0]))
    spots = [(margin + (e - lows[1]) * scale, height - margin - (n - lows[0]) * scale) for n, e in points]
    image = Image.new("RGB", (width, height), "#F4EFE1")
    draw = ImageDraw.Draw(image)
    draw.line([*spots, spots[0]], fill="#0B5D5B", width=3)
    draw.line(spots[3:5], fill="#14211E", width=7)
    for leg, (x, y) in zip(YARD, spots, strict=True):
        draw.ellipse((x - 6, y - 6, x + 6, y + 6), fill="white", outline="#14211E", width=3)
        draw.text((x + 14, y - 14), leg.start, fill="#14211E", font_size=22, anchor="mm")
    out = BytesIO()
    image.save(out, "PNG")
    return out.getvalue()
