"""Items, classes and changes as the API tells of them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from unvo_core.schedule.meetings import ALL_TYPES, Meeting

from apps.courses.public import course_by_slug, student_count
from apps.kernel.public import AuditRecord
from apps.layout.api import schedule_schemas as t
from apps.layout.api import schemas as out
from apps.layout.api import schemas as s
from apps.layout.reading.refs import Ref


def class_out(meeting: Meeting) -> out.ClassMeeting:
    return out.ClassMeeting(
        number=meeting.number,
        day=meeting.day,
        start=meeting.start,
        end=meeting.end,
        place=meeting.place,
        day_type="" if meeting.day_type == ALL_TYPES else meeting.day_type,
        moved_by_clock=meeting.moved_by_clock,
    )


def slots_of(given: Sequence[t.Slot]) -> list[dict[str, Any]]:
    """As MeetingPattern keeps them: times as 'HH:MM'."""
    hours = "%H:%M"
    return [s.model_dump() | {"start": s.start.strftime(hours), "end": s.end.strftime(hours)} for s in given]


ABSENT: dict[str, dict[str, Any]] = {"moment": {"days": 0, "classes": 0}, "class": {"edge": "start", "minutes": 0}}
"""What a rule means where it does not say."""


def moment_wishes(given: t.RulesIn) -> dict[str, str | dict[str, Any] | None]:
    return {name: _wish(getattr(given, name)) for name in t.RulesIn.model_fields}


def _wish(given: str | t.RuleIn | None) -> str | dict[str, Any] | None:
    return ABSENT.get(given.on, {}) | given.model_dump(exclude_none=True) if isinstance(given, t.RuleIn) else given


def item_ref(found: Ref) -> out.ItemRef:
    return out.ItemRef(id=found.id, number=found.number, title=found.title, step=found.step)


def changed(change: AuditRecord, slug: str) -> s.Changed:
    affected = student_count(course_by_slug(slug))
    return s.Changed(id=change.target_id, change=change.pk, at=change.at, affected=affected)
