"""What receipts say of the moment: the same for a hand-in and a quiz."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from zoneinfo import ZoneInfo

from django.utils.translation import gettext as _
from unvo_core.schedule.spans import seconds_late

from apps.courses.public import moment


def late_seconds(receipt: Mapping[str, object]) -> int:
    due = receipt["due"]
    return seconds_late(datetime.fromisoformat(str(receipt["at"])), datetime.fromisoformat(str(due)) if due else None)


def lateness(seconds: int) -> str:
    """'in time', or how late in the largest fitting unit, rounded up."""
    if seconds == 0:
        return _("in time")
    minutes = -(-seconds // 60)
    if minutes < 60:
        return _("late by %(n)s min") % {"n": minutes}
    if minutes < 48 * 60:
        return _("late by %(n)s h") % {"n": -(-minutes // 60)}
    return _("late by %(n)s days") % {"n": -(-minutes // (24 * 60))}


def handed_in_said(receipt: Mapping[str, object]) -> str:
    """To the second, with year and zone."""
    zone = ZoneInfo(str(receipt["zone"]))
    at = datetime.fromisoformat(str(receipt["at"])).astimezone(zone)
    return f"{moment(at, zone)}:{at:%S}, {at:%Y} ({zone.key})"
