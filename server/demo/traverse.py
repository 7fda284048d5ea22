"""Traverse arithmetic for the demo's readings and keys, so that every printed figure is computed.

Azimuths in degrees clockwise from north, distances in metres, areas in square metres.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from math import atan2, cos, degrees, hypot, radians, sin


@dataclass(frozen=True)
class Leg:
    """One line of a traverse as observed."""

    start: str
    end: str
    azimuth: float
    distance: float

    @property
    def latitude(self) -> float:
        """Northing difference."""
        return self.distance * cos(radians(self.azimuth))

    @property
    def departure(self) -> float:
        """Easting difference."""
        return self.distance * sin(radians(self.azimuth))


@dataclass(frozen=True)
class Closure:
    latitude: float
    departure: float
    length: float

    @property
    def linear(self) -> float:
        return hypot(self.latitude, self.departure)

    @property
    def precision(self) -> float:
        """The n of 1 : n."""
        return self.length / self.linear


def closure(legs: Sequence[Leg]) -> Closure:
    """Sums of latitudes and departures of a closed loop: what they miss zero by."""
    return Closure(
        sum(leg.latitude for leg in legs), sum(leg.departure for leg in legs), sum(leg.distance for leg in legs)
    )


def compass_rule(legs: Sequence[Leg]) -> list[tuple[float, float]]:
    """Balanced (latitude, departure) of each leg: the misclosure shared out by distance."""
    miss = closure(legs)
    return [
        (
            leg.latitude - miss.latitude * leg.distance / miss.length,
            leg.departure - miss.departure * leg.distance / miss.length,
        )
        for leg in legs
    ]


def coordinates(balanced: Sequence[tuple[float, float]], north: float, east: float) -> list[tuple[float, float]]:
    """(northing, easting) of each station, the first one given."""
    found = [(north, east)]
    for latitude, departure in balanced[:-1]:
        found.append((found[-1][0] + latitude, found[-1][1] + departure))
    return found


def area(points: Sequence[tuple[float, float]]) -> float:
    """Area by coordinates."""
    pairs = zip(points, [*points[1:], points[0]], strict=True)
    return abs(sum(n1 * e2 - n2 * e1 for (n1, e1), (n2, e2) in pairs)) / 2


def bearing(azimuth: float) -> str:
    """Quadrant bearing, to the minute: 'N 42°15′ E'."""
    azimuth %= 360
    quadrant, ns, ew = int(azimuth // 90), "NSSN", "EEWW"
    angle = (azimuth, 180 - azimuth, azimuth - 180, 360 - azimuth)[quadrant]
    minutes = round(angle * 60)
    return f"{ns[quadrant]} {minutes // 60:02d}°{minutes % 60:02d}′ {ew[quadrant]}"


def dms(angle: float) -> str:
    minutes = round(angle * 60)
    return f"{minutes // 60}°{minutes % 60:02d}′"


def azimuth_of(start: tuple[float, float], end: tuple[float, float]) -> float:
    return degrees(atan2(end[1] - start[1], end[0] - start[0])) % 360


YARD = (
    Leg("A", "B", 42 + 15 / 60, 86.42),
    Leg("B", "C", 118 + 40 / 60, 64.18),
    Leg("C", "D", 196 + 5 / 60, 71.95),
    Leg("D", "E", 253 + 30 / 60, 55.37),
    Leg("E", "A", 321 + 20 / 60, 66.25),
)
"""The loop around the workshop yard, as a crew booked it."""
