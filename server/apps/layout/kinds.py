"""The kinds of items, and the rules by which they are done: one table of each, read wherever it matters.

An activity adds its kind when it starts (`add_kind` in its AppConfig.ready); the web reads both from the API.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from fractions import Fraction

from django.utils.functional import Promise
from django.utils.translation import gettext_lazy as _
from unvo_core.path.done import (
    Acknowledged,
    AllOf,
    Attended,
    DoneRule,
    HandedIn,
    Opened,
    Posted,
    ScoredAtLeast,
    Ticked,
    Watched,
)
from unvo_core.talk.wants import Want

from apps.courses.public import Course
from apps.kernel.public import Allowed, Verdict

Word = str | Promise


@dataclass(frozen=True, slots=True, kw_only=True)
class ItemKind:
    """`word`: what one is called. `first_rule` and `first_percent`: the done rule of a new one.

    `rules`: those that fit it beside the ones that fit any kind. `file`: the media type that its own file begins
    with ('' for any), None when it is no file. `address`: it has an address of its own. `written`: its text is what
    it is. `recording`: it plays, has captions and a length. `heading`: it stands on the path without being a step.
    `live`: it is held at a class. `talks`: people post in it. `wants`: what one asks of each person until its teacher
    says otherwise. `takes_hand_ins`: a new one does; one that does not is held at a set time.
    `puts_questions`: what one is worth is what its questions are worth. `reads_work`: what others handed in elsewhere
    is read in it. `worked_elsewhere`: its work is done in a linked system.
    `shelf`: where the library lists it. `may_be_made`: whether a course can have one.
    """

    code: str
    word: Word
    first_rule: str
    first_percent: int | None = None
    rules: tuple[str, ...] = ()
    file: str | None = None
    address: bool = False
    written: bool = False
    recording: bool = False
    heading: bool = False
    live: bool = False
    talks: bool = False
    wants: tuple[Want, ...] = ()
    takes_hand_ins: bool = False
    puts_questions: bool = False
    reads_work: bool = False
    worked_elsewhere: bool = False
    shelf: str = ""
    may_be_made: Callable[[Course], Verdict] = lambda _course: Allowed()


@dataclass(frozen=True, slots=True, kw_only=True)
class RuleKind:
    """`word`: 'opened', as in 'counts as done when opened'. `make`: the core's rule from a percentage and an edition.

    `fact`: the kind of fact that decides it alone, so that a class can be counted by the database. `by_edition`,
    `by_percent`: what the fact must reach.
    `fits_any`: any kind of item; `needs_points`: any that has points; else the kinds that name it.
    """

    code: str
    word: Word
    make: Callable[[Fraction, int], DoneRule]
    fact: str = ""
    by_edition: bool = False
    by_percent: bool = False
    fits_any: bool = False
    needs_points: bool = False

    @property
    def asks_percent(self) -> bool:
        return self.by_percent or self.needs_points


WATCHED_ENOUGH = 80
"""Per cent of a recording that count as watched, until its teacher says otherwise."""
NOTHING = "nothing"
"""The rule of what is no step: it asks for nothing."""
JOINS = ("any", "all")
"""Rules that join others."""

_rules: dict[str, RuleKind] = {
    rule.code: rule
    for rule in (
        RuleKind(
            code="opened", word=_("opened"), make=lambda _percent, _edition: Opened(), fact="opened", fits_any=True
        ),
        RuleKind(
            code="ticked", word=_("ticked off"), make=lambda _percent, _edition: Ticked(), fact="ticked", fits_any=True
        ),
        RuleKind(code="handed_in", word=_("handed in"), make=lambda _percent, _edition: HandedIn(), fact="handed_in"),
        RuleKind(
            code="acknowledged",
            word=_("acknowledged"),
            make=lambda _percent, edition: Acknowledged(edition),
            fact="acknowledged",
            by_edition=True,
        ),
        RuleKind(
            code="scored",
            word=_("scored at least"),
            make=lambda percent, _edition: ScoredAtLeast(percent),
            needs_points=True,
        ),
        RuleKind(
            code="watched",
            word=_("watched at least"),
            make=lambda percent, _edition: Watched(int(percent)),
            fact="watched",
            by_percent=True,
        ),
        RuleKind(code="posted", word=_("your part is there"), make=lambda _percent, _edition: Posted(), fact="posted"),
        RuleKind(code="attended", word=_("attended"), make=lambda _percent, _edition: Attended(), fact="attended"),
        RuleKind(code=NOTHING, word=_("nothing; it is a heading"), make=lambda _percent, _edition: AllOf(())),
    )
}

_kinds: dict[str, ItemKind] = {
    kind.code: kind
    for kind in (
        ItemKind(code="page", word=_("Reading"), first_rule="ticked", written=True),
        ItemKind(
            code="video",
            word=_("Video"),
            first_rule="watched",
            first_percent=WATCHED_ENOUGH,
            rules=("watched",),
            file="video/",
            address=True,
            recording=True,
            shelf="recordings",
        ),
        ItemKind(
            code="audio",
            word=_("Audio"),
            first_rule="watched",
            first_percent=WATCHED_ENOUGH,
            rules=("watched",),
            file="audio/",
            address=True,
            recording=True,
            shelf="recordings",
        ),
        ItemKind(code="slides", word=_("Slides"), first_rule="opened", file="application/pdf", shelf="handouts"),
        ItemKind(code="file", word=_("File"), first_rule="opened", file="", shelf="handouts"),
        ItemKind(code="link", word=_("Link"), first_rule="opened", address=True),
        ItemKind(
            code="acknowledgement",
            word=_("Acknowledgement"),
            first_rule="acknowledged",
            rules=("acknowledged",),
            written=True,
        ),
        ItemKind(code="offline", word=_("Task away from the screen"), first_rule="ticked", written=True),
        ItemKind(code="heading", word=_("Heading"), first_rule=NOTHING, heading=True),
    )
}


def add_kind(kind: ItemKind) -> None:
    """Put an activity's kind into the table. Raises ValueError for a code or a rule that can't be."""
    if kind.code in _kinds:
        raise ValueError(f"there is a kind of item called {kind.code} already")
    if unknown := {kind.first_rule, *kind.rules} - _rules.keys():
        raise ValueError(f"no such done rule: {sorted(unknown)}")
    _kinds[kind.code] = kind


def rules_for(kind: ItemKind) -> tuple[RuleKind, ...]:
    """The done rules that an item of this kind can ever meet, the one that needs points among them."""
    return tuple(r for r in _rules.values() if r.fits_any or r.needs_points or r.code in kind.rules)


def kind_of(code: str) -> ItemKind:
    """Raises KeyError for a kind whose app is gone."""
    return _kinds[code]


def kinds() -> tuple[ItemKind, ...]:
    """In the order in which they are offered: what is read or seen first, then what activities add, headings last."""
    return tuple(sorted(_kinds.values(), key=lambda kind: kind.heading))


def rule_kinds() -> tuple[RuleKind, ...]:
    return tuple(_rules.values())


def rule_kind(code: str) -> RuleKind:
    return _rules[code]


def plain_rules() -> tuple[str, ...]:
    """Those that stand alone and can be joined."""
    return tuple(code for code in _rules if code != NOTHING)
