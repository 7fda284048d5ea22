"""A receipt on paper and by mail."""

from __future__ import annotations

from django.conf import settings
from django.template.defaultfilters import filesizeformat
from django.utils.translation import gettext as _

from apps.assignments.api import schemas as out
from apps.assignments.models import HandIn
from apps.kernel.public import pdf as paper
from apps.path.public import handed_in_said, late_seconds, lateness


def _lines(hand_in: HandIn, person: str) -> list[tuple[str, str]]:
    receipt = hand_in.receipt or {}
    lines = [
        (_("Receipt"), receipt["number"]),
        (_("From"), person),
        (_("Course"), receipt["course"]),
        (_("Work"), receipt["item"]),
        (_("Attempt"), str(receipt["attempt"])),
        (_("Handed in"), handed_in_said(receipt)),
        (_("In time?"), lateness(late_seconds(receipt))),
    ]
    if receipt.get("group"):
        together = ", ".join(receipt["people"])
        lines.insert(2, (_("For"), f"{receipt['group']}: {together}"))
        if receipt["handed_in_by"] != person:
            lines.append((_("Handed in by"), receipt["handed_in_by"]))
    if receipt.get("way"):
        how = _("On paper") if receipt["way"] == HandIn.PAPER else _("By word of mouth")
        lines.append(
            (_("How it came"), _("%(how)s, recorded by %(name)s") % {"how": how, "name": receipt["recorded_by"]})
        )
    if receipt["text_sha256"]:
        lines.append((_("Typed text"), _("%(n)s characters") % {"n": receipt["text_characters"]}))
    if receipt.get("link"):
        lines.append((_("Link"), receipt["link"]))
    if receipt["comment"]:
        lines.append((_("Comment"), receipt["comment"]))
    return lines


def receipt_out(hand_in: HandIn) -> out.Receipt:
    kept = hand_in.receipt or {}
    return out.Receipt(
        **kept,
        slug=hand_in.course.slug,
        item_id=hand_in.item_id,
        late_seconds=late_seconds(kept),
        person=hand_in.person.name,
    )


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
