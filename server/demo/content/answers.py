"""What students typed: a worked line with its figures computed, a check, a remark."""

from __future__ import annotations

from random import Random

from demo.traverse import Leg, bearing, dms

REMARKS = (
    "Checked by adding the column a second time.",
    "My second set-up was on soft ground; I would put the legs on stakes next time.",
    "The tape was read to the nearest centimetre only, so I give no third decimal.",
    "I took the mean of both faces before I turned it into an azimuth.",
    "Sum of the angles misses by less than the limit, so I went on.",
    "The last figure is from the calculator and means nothing; I kept it for the check.",
    "We measured CD twice because the first length did not fit the sketch.",
)


def handed_in_text(random: Random) -> str:
    """Two or three worked lines; every latitude and departure is right for its line."""
    lines = []
    for n in range(random.randint(2, 3)):
        leg = Leg("ABCDE"[n], "BCDEA"[n], random.randrange(0, 360 * 60) / 60, random.randrange(3000, 12000) / 100)
        lines.append(
            f"{leg.start}{leg.end}: azimuth {dms(leg.azimuth)} = {bearing(leg.azimuth)}, {leg.distance:.2f} m.\n"
            f"    latitude {leg.latitude:+.3f} m, departure {leg.departure:+.3f} m"
        )
    return "\n".join([*lines, "", *random.sample(REMARKS, random.randint(1, 2))]).replace("-", "\u2212")
