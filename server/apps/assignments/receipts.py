"""A receipt on paper and by mail."""

from __future__ import annotations

from datetime import datetime
from zoneinfo import ZoneInfo

from django.conf import settings
from django.template.defaultfilters import filesizeformat
from django.utils.translation import gettext as _
from unvo_core.schedule.spans import seconds_late

from apps.assignments.models import HandIn
from apps.courses.public import moment
from apps.kernel.public import pdf as paper


def late_seconds(receipt: dict[str, object]) -> int:
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


def _lines(hand_in: HandIn, person: str) -> list[tuple[str, str]]:
    receipt = hand_in.receipt or {}
    zone = ZoneInfo(receipt["zone"])
    at = datetime.fromisoformat(receipt["at"])
    lines = [
        (_("Receipt"), receipt["number"]),
        (_("From"), person),
        (_("Course"), receipt["course"]),
        (_("Work"), receipt["item"]),
        (_("Attempt"), str(receipt["attempt"])),
        (_("Handed in"), f"{moment(at, zone)}:{at.astimezone(zone):%S}, {at.astimezone(zone):%Y} ({receipt['zone']})"),
        (_("In time?"), lateness(late_seconds(receipt))),
    ]
    if receipt["text_sha256"]:
        lines.append((_("Typed text"), _("%(n)s characters") % {"n": receipt["text_characters"]}))
    if receipt["comment"]:
        lines.append((_("Comment"), receipt["comment"]))
    return lines


def mail_text(hand_in: HandIn, person: str) -> tuple[str, str]:
    receipt = hand_in.receipt or {}
    lines = [f"{name}: {value}" for name, value in _lines(hand_in, person)]
    for file in receipt["files"]:
        lines += [
            "",
            f"{file['name']}, {filesizeformat(file['size'])} ({file['size']} bytes)",
            f"SHA-256 {file['sha256']}",
        ]
    if receipt["text_sha256"]:
        lines += ["", _("Typed text"), f"SHA-256 {receipt['text_sha256']}"]
    lines += ["", f"{settings.PUBLIC_ADDRESS}/receipts/{receipt['number']}"]
    subject = _("Receipt %(number)s: %(item)s handed in") % {
        "number": receipt["number"],
        "item": receipt["item"],
    }
    return subject, "\n".join(lines)


def pdf(hand_in: HandIn) -> bytes:
    """The receipt as a tagged PDF on one A4 page or more."""
    receipt = hand_in.receipt or {}
    files = [f | {"shown": filesizeformat(f["size"])} for f in receipt["files"]]
    lines = _lines(hand_in, hand_in.person.name)
    return paper("assignments/receipt.html", {"lines": lines, "files": files, "receipt": receipt})
