"""What is shown when, in sentences."""

from __future__ import annotations

from zoneinfo import ZoneInfo

from django.utils.functional import Promise
from django.utils.translation import gettext as _
from django.utils.translation import gettext_lazy as lazy
from unvo_core.quizzes.rules import QuizRules, Revealed, Stand, When, is_shown

from apps.courses.public import moment
from apps.quizzes.api import schemas as s

NAMES: dict[Revealed, str | Promise] = {
    Revealed.SCORE: lazy("The points"),
    Revealed.RIGHT: lazy("Right or wrong"),
    Revealed.ANSWERS: lazy("Your answers"),
    Revealed.KEY: lazy("The right answers"),
    Revealed.SOLUTION: lazy("The worked solutions"),
    Revealed.WORDS: lazy("A word on a wrong answer"),
}


def shows_said(rules: QuizRules, stand: Stand, zone: ZoneInfo) -> list[s.ShownWhen]:
    return [
        s.ShownWhen(
            what=what,
            when=rules.when(what),
            words=_sentence(what, rules.when(what), rules, stand, zone),
            now=is_shown(rules.when(what), stand),
        )
        for what in Revealed
    ]


def _sentence(what: Revealed, when: When, rules: QuizRules, stand: Stand, zone: ZoneInfo) -> str:
    return _("%(what)s: %(when)s.") % {"what": NAMES[what], "when": _moment(what, when, rules, stand, zone)}


def _moment(what: Revealed, when: When, rules: QuizRules, stand: Stand, zone: ZoneInfo) -> str:
    match when:
        case When.NEVER:
            return _("never shown")
        case When.AT_ONCE:
            return _("as soon as an answer is checked") if _checked(what, rules) else _("as soon as it is handed in")
        case When.LAST_ATTEMPT:
            return _("after your last attempt")
        case When.BY_HAND:
            return _("when your teacher shows them") if not stand.opened else _("your teacher has shown them")
    at = stand.due if when is When.DUE else stand.closes
    if at is None:
        return _("when your teacher shows them, because it has no such date for everybody")
    if when is When.DUE:
        return _("once it is due for everybody, %(at)s") % {"at": moment(at, zone)}
    return _("once it has closed for everybody, %(at)s") % {"at": moment(at, zone)}


def _checked(what: Revealed, rules: QuizRules) -> bool:
    return rules.tries is not None and what in (Revealed.RIGHT, Revealed.WORDS)
