"""What belongs to one class: what is due at it, what opens with it, what is dated by it."""

from __future__ import annotations

from collections.abc import Mapping
from zoneinfo import ZoneInfo

from unvo_core.schedule.meetings import Meeting
from unvo_core.schedule.moments import AtClass, Key, Rule
from unvo_core.schedule.spans import Span


def items_of_class(
    meeting: Meeting, spans: Mapping[int, Span], rules: Mapping[Key, Rule], zone: ZoneInfo
) -> tuple[int, ...]:
    """Items, in the order of `spans`: with a moment dated by this class, or that open or are due on its day."""
    named = {pk for (pk, _), rule in rules.items() if isinstance(rule, AtClass) and rule.number == meeting.number}
    return tuple(pk for pk, span in spans.items() if pk in named or _on_day(span, meeting, zone))


def _on_day(span: Span, meeting: Meeting, zone: ZoneInfo) -> bool:
    return any(at is not None and at.astimezone(zone).date() == meeting.day for at in (span.opens, span.due))
