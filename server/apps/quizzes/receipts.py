"""A quiz's receipt on paper and by mail."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from django.conf import settings
from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from apps.kernel.public import pdf as paper
from apps.path.public import handed_in_said, late_seconds, lateness
from apps.quizzes.api.schemas import QuizReceipt
from apps.quizzes.models import QuizAttempt


def how_said(how: str) -> str:
    said = {
        QuizAttempt.SELF: _("by hand"),
        QuizAttempt.CLOCK: _("by itself, when its time was up"),
        QuizAttempt.TEACHER: _("by a teacher"),
        QuizAttempt.PAPER: _("on paper"),
    }
    return said[how]


def _answered(receipt: Mapping[str, Any]) -> str:
    return _("%(n)s of %(all)s questions") % {"n": receipt["answered"], "all": receipt["questions"]}


def _lines(attempt: QuizAttempt, person: str) -> list[tuple[str, str]]:
    receipt = attempt.receipt or {}
    if receipt.get("sheet"):
        told = ngettext("%(n)s photograph", "%(n)s photographs", receipt["photos"]) % {"n": receipt["photos"]}
        what = (_("Sheet"), f"{receipt['sheet']} ({told})" if receipt["photos"] else receipt["sheet"])
    else:
        what = (_("Answered"), _answered(receipt))
    return [
        (_("Receipt"), receipt["number"]),
        (_("From"), person),
        (_("Course"), receipt["course"]),
        (_("Quiz"), receipt["item"]),
        (_("Attempt"), str(receipt["attempt"])),
        (_("Handed in"), handed_in_said(receipt)),
        (_("How"), how_said(receipt["how"])),
        (_("In time?"), lateness(late_seconds(receipt))),
        what,
        (_("SHA-256 of the answers"), receipt["answers_sha256"]),
    ]


def mail_text(attempt: QuizAttempt, person: str) -> tuple[str, str]:
    receipt = attempt.receipt or {}
    lines = [f"{name}: {value}" for name, value in _lines(attempt, person)]
    lines += ["", f"{settings.PUBLIC_ADDRESS}/receipts/{receipt['number']}"]
    subject = _("Receipt %(number)s: %(item)s handed in") % {"number": receipt["number"], "item": receipt["item"]}
    return subject, "\n".join(lines)


def pdf(attempt: QuizAttempt) -> bytes:
    """The receipt as a tagged PDF."""
    lines = _lines(attempt, attempt.person.name)
    return paper("quizzes/receipt.html", {"lines": lines, "receipt": attempt.receipt or {}})


def receipt_out(done: QuizAttempt) -> QuizReceipt:
    kept = done.receipt or {}
    return QuizReceipt(
        **kept,
        slug=done.course.slug,
        item_id=done.item_id,
        late_seconds=late_seconds(kept),
        person=done.person.name,
    )
