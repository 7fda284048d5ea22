"""Make the demo's clip, its captions and its slides anew: `python -m tools.make_clip`. Needs ffmpeg, which Unvo itself does not.

Every figure is computed from the yard loop, so the clip can't disagree with the reading and the keys.
"""

from __future__ import annotations

import subprocess
from pathlib import Path
from tempfile import TemporaryDirectory

from demo.traverse import YARD, bearing, closure, compass_rule, coordinates
from PIL import Image, ImageDraw
from weasyprint import HTML

ASSETS = Path(__file__).resolve().parents[1] / "demo" / "assets"
SIZE = (960, 540)
SECONDS = 7
INK, SOFT, DEEP, GROUND = "#14211E", "#4C5F5A", "#0B5D5B", "#F5F7F6"


def scenes() -> list[tuple[str, list[str], str]]:
    """Heading, lines, and what is said."""
    leg, miss = YARD[0], closure(YARD)
    angle = bearing(leg.azimuth)
    return [
        ("Latitudes and departures", ["the yard loop, five legs"], "This is the loop around the workshop yard: five legs, from A back to A."),
        ("One leg", [f"A to B   {angle}   {leg.distance:.2f} m"], f"Take the leg from A to B. It bears {angle}, and it is {leg.distance:.2f} metres long."),
        ("Latitude", ["distance x cos(azimuth)", f"{leg.distance:.2f} x cos = {leg.latitude:+.3f} m"], f"Its latitude is distance times the cosine of the azimuth: {leg.latitude:+.3f} metres, to the north."),
        ("Departure", ["distance x sin(azimuth)", f"{leg.distance:.2f} x sin = {leg.departure:+.3f} m"], f"Its departure is distance times the sine: {leg.departure:+.3f} metres, to the east."),
        ("Signs", ["north +   south -", "east +    west -"], "North and east count up, south and west count down. A wrong sign is the slip made most often."),
        ("All five", [f"{one.start}{one.end}  {one.latitude:+9.3f}  {one.departure:+9.3f}" for one in YARD], "The same for all five legs, one line each."),
        ("Add them", [f"sum of latitudes   {miss.latitude:+.3f} m", f"sum of departures  {miss.departure:+.3f} m"], f"In a closed loop both sums should be zero. Ours are {miss.latitude:+.3f} and {miss.departure:+.3f} metres."),
        ("Misclosure", [f"{miss.linear:.3f} m in {miss.length:.2f} m", f"1 : {miss.precision:.0f}"], f"That is a misclosure of {miss.linear:.3f} metres in {miss.length:.2f}, or one in {miss.precision:.0f}."),
        ("Now you", ["Set 7A: the same, with other figures"], "Now compute one yourself: Set 7A is the same with other figures."),
    ]  # fmt: skip


def frame(number: int, title: str, lines: list[str]) -> Image.Image:
    image = Image.new("RGB", SIZE, GROUND)
    draw = ImageDraw.Draw(image)
    for x in range(0, SIZE[0], 48):
        draw.line((x, 0, x, SIZE[1]), fill="#E4EAE8")
    draw.text((56, 44), title, fill=INK, font_size=44)
    for n, line in enumerate(lines):
        draw.text((56, 150 + n * 52), line.replace("′", "'"), fill=DEEP, font_size=32)
    points = coordinates(compass_rule(YARD), 0.0, 0.0)
    lows = [min(p[i] for p in points) for i in (0, 1)]
    spots = [(620 + (e - lows[1]) * 1.7, 470 - (n - lows[0]) * 1.7) for n, e in points]
    draw.line([*spots, spots[0]], fill=SOFT, width=3)
    for leg, spot in zip(YARD, spots, strict=True):
        draw.ellipse((spot[0] - 6, spot[1] - 6, spot[0] + 6, spot[1] + 6), fill=GROUND, outline=INK, width=3)
        draw.text((spot[0] + 10, spot[1] - 28), leg.start, fill=INK, font_size=22)
    if 1 <= number <= 3:
        draw.line([spots[0], spots[1]], fill="#D98A00", width=6)
    return image


def at(seconds: int) -> str:
    return f"{seconds // 60:02d}:{seconds % 60:02d}.000"


def main() -> None:
    ASSETS.mkdir(exist_ok=True)
    found = scenes()
    with TemporaryDirectory() as folder:
        for n, (title, lines, _) in enumerate(found):
            frame(n, title, lines).save(Path(folder) / f"{n:03d}.png")
        command = ["ffmpeg", "-y", "-loglevel", "error", "-framerate", f"1/{SECONDS}", "-i", f"{folder}/%03d.png"]
        command += ["-f", "lavfi", "-i", "anullsrc=r=22050:cl=mono", "-shortest", "-r", "5", "-pix_fmt", "yuv420p"]
        command += ["-c:v", "libvpx-vp9", "-crf", "38", "-b:v", "0", "-g", "35", "-c:a", "libopus", "-b:a", "8k"]
        subprocess.run([*command, str(ASSETS / "latitudes.mp4")], check=True)
    cues = [f"{at(n * SECONDS)} --> {at((n + 1) * SECONDS)}\n{said}\n" for n, (_, _, said) in enumerate(found)]
    HTML(string=slides()).write_pdf(ASSETS / "compass-rule.pdf", pdf_variant="pdf/ua-1")
    (ASSETS / "latitudes.en.vtt").write_text("\n".join(["WEBVTT\n", *cues]))


def slides() -> str:
    """The compass rule on the yard loop, a page a step."""
    miss = closure(YARD)
    rows = "".join(
        f"<tr><td>{leg.start}{leg.end}<td>{leg.distance:.2f}<td>{leg.latitude:+.3f}<td>{lat:+.3f}<td>{leg.departure:+.3f}"
        f"<td>{dep:+.3f}"
        for leg, (lat, dep) in zip(YARD, compass_rule(YARD), strict=True)
    )
    pages = [
        ("The compass rule", "<p>Share the misclosure out over the legs, by their length.</p>"),
        (
            "What is shared",
            f"<p>Latitudes miss zero by {miss.latitude:+.3f} m, departures by {miss.departure:+.3f} m.</p>",
        ),
        ("Each leg’s share", f"<p>Correction = − misclosure × length of the leg ÷ {miss.length:.2f} m.</p>"),
        ("Balanced", f"<table><tr><th>leg<th>m<th>lat.<th>balanced<th>dep.<th>balanced</tr>{rows}</table>"),
        ("Check", "<p>Both balanced columns add up to zero. What was wrong in one leg is still wrong.</p>"),
    ]
    style = (
        "@page{size:254mm 143mm;margin:14mm}h1{font:700 30pt sans-serif;color:#0B5D5B}p,td,th{font:17pt sans-serif}"
        "section{break-after:page}td,th{text-align:right;padding:1mm 6mm;border-bottom:1px solid #D5DDDA}"
    )
    body = "".join(f"<section><h1>{title}</h1>{text}</section>" for title, text in pages)
    return f"<html lang=en><head><title>The compass rule</title><style>{style}</style></head><body>{body}</body></html>"


if __name__ == "__main__":
    main()
