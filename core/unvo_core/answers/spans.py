"""Intervals of real numbers as sets: drawn together where they touch, and compared end by end."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from unvo_core.answers.numbers import Tolerance, is_near
from unvo_core.answers.sequences import Span
from unvo_core.answers.tree import Node
from unvo_core.answers.values import Value, middle


@dataclass(frozen=True, slots=True)
class Solid:
    """An interval with the values of its ends; None for an end that goes on for ever."""

    low: Value | None
    high: Value | None
    low_open: bool
    high_open: bool

    @property
    def empty(self) -> bool:
        if self.low is None or self.high is None:
            return False
        low, high = middle(self.low), middle(self.high)
        return low > high or (low == high and (self.low_open or self.high_open))


def solid(span: Span, value: Callable[[Node], Value]) -> Solid:
    low = None if span.low is None else value(span.low)
    high = None if span.high is None else value(span.high)
    return Solid(low, high, span.low_open, span.high_open)


def same_spans(given: Sequence[Solid], wanted: Sequence[Solid], tolerance: Tolerance) -> bool:
    own, asked = _joined(given), _joined(wanted)
    return len(own) == len(asked) and all(_same(a, b, tolerance) for a, b in zip(own, asked, strict=True))


def _same(a: Solid, b: Solid, tolerance: Tolerance) -> bool:
    if (a.low_open, a.high_open) != (b.low_open, b.high_open):
        return False
    return _near(a.low, b.low, tolerance) and _near(a.high, b.high, tolerance)


def _near(a: Value | None, b: Value | None, tolerance: Tolerance) -> bool:
    if a is None or b is None:
        return a is b
    return is_near(a, b, tolerance)


def _joined(spans: Sequence[Solid]) -> list[Solid]:
    """In order, with those that overlap or touch as one."""
    found: list[Solid] = []
    for span in sorted(spans, key=lambda s: (s.low is not None, middle(s.low) if s.low is not None else 0, s.low_open)):
        last = found[-1] if found else None
        if last and _touches(last, span):
            found[-1] = _hull(last, span)
        else:
            found.append(span)
    return found


def _touches(last: Solid, span: Solid) -> bool:
    if last.high is None or span.low is None:
        return True
    high, low = middle(last.high), middle(span.low)
    return low < high or (low == high and not (last.high_open and span.low_open))


def _hull(last: Solid, span: Solid) -> Solid:
    if last.high is None or span.high is None:
        return Solid(last.low, None, last.low_open, True)
    later = (middle(span.high), not span.high_open) > (middle(last.high), not last.high_open)
    farthest = span if later else last
    return Solid(last.low, farthest.high, last.low_open, farthest.high_open)
