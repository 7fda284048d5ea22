"""Moments in words, as every sentence of the server writes them."""

from datetime import date, datetime
from zoneinfo import ZoneInfo

from django.utils.formats import date_format
from django.utils.translation import gettext_lazy as _

MOMENT_NAMES = {"opens": _("opens"), "start_by": _("start by"), "due": _("due"), "closes": _("closes")}


def moment(at: datetime, zone: ZoneInfo) -> str:
    """'Sun 18 Oct, 23:59' in the course's zone."""
    return date_format(at.astimezone(zone), "D j M, H:i")


def day_of(at: datetime, zone: ZoneInfo) -> str:
    return date_format(at.astimezone(zone), "D j M")


def written_day(day: date) -> str:
    """'Sun 18 Oct 2026'."""
    return date_format(day, "D j M Y")


def weekday_name(day: date) -> str:
    return date_format(day, "D")


def day_range(first: date, last: date) -> str:
    """'Mon 5 Oct – Sun 11 Oct 2026'."""
    return f"{date_format(first, 'D j M')} – {written_day(last)}"
