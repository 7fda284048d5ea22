"""How much of a recording was watched: stretches in seconds, what was seen twice counted once."""

from __future__ import annotations

from collections.abc import Iterable

Stretch = tuple[float, float]
TOUCHING_SECONDS = 0.5
"""Players tell their place a few times a second: a smaller gap is none."""


def joined(stretches: Iterable[Stretch], length_seconds: float | None = None) -> list[Stretch]:
    """Stretches in order, those that touch made one; what lies outside the recording is cut off."""
    found: list[Stretch] = []
    for start, end in sorted((max(0.0, a), min(b, length_seconds) if length_seconds else b) for a, b in stretches):
        if end <= start:
            continue
        if found and start <= found[-1][1] + TOUCHING_SECONDS:
            found[-1] = (found[-1][0], max(found[-1][1], end))
        else:
            found.append((round(start, 1), round(end, 1)))
    return found


def watched_percent(seen: Iterable[Stretch], length_seconds: float) -> int:
    """Of joined stretches; 0 where the length is not known."""
    return min(100, round(sum(b - a for a, b in seen) / length_seconds * 100)) if length_seconds > 0 else 0
