"""What people are told of, and how until they choose otherwise."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal, get_args

from django.utils.functional import Promise
from django.utils.translation import gettext_lazy as _

Pace = Literal["at_once", "daily", "never"]
PACES: tuple[Pace, ...] = get_args(Pace)


@dataclass(frozen=True, slots=True)
class NoticeKind:
    """`here`: in Unvo. `mail`: by mail. `always`: nobody can do without it in Unvo."""

    code: str
    word: Promise
    here: Pace = "at_once"
    mail: Pace = "at_once"
    always: bool = False


KINDS: dict[str, NoticeKind] = {
    kind.code: kind
    for kind in (
        NoticeKind("announcement", _("An announcement")),
        NoticeKind("answer", _("An answer to a question of yours")),
        NoticeKind("message", _("A message to you")),
        NoticeKind("question", _("A question that waits for you"), mail="daily"),
        NoticeKind("reply", _("A reply to a post of yours"), mail="daily"),
        NoticeKind("score", _("A score of yours is there"), mail="daily"),
        NoticeKind("work", _("Work of yours is given back, or a word on it"), always=True),
        NoticeKind("mention", _("You are mentioned")),
        NoticeKind("hidden", _("A post of yours was hidden"), always=True),
        NoticeKind("access", _("Access to a linked system ends soon"), always=True),
        NoticeKind("week", _("The week to come, on Sunday evening")),
    )
}
