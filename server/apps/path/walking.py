"""The walk-through: a course as a student sees it who is made up for it. It reads; nothing of it is kept.

A teacher's request says whom to make up: section, groups, with or without allowances, and what that student
has done so far in this walk.
"""

from __future__ import annotations

import json
import re
from dataclasses import dataclass
from datetime import datetime
from fractions import Fraction
from typing import Any

from unvo_core.path.evaluate import evaluate
from unvo_core.path.facts import ItemFacts, PersonFacts

from apps.courses.public import Course, Enrolment, Group, Membership, Section
from apps.gradebook.public import AttemptScore, CellScores, counts_from, marks_from, setup_of
from apps.kernel.public import Refused
from apps.layout.public import Layout, layout, made_up_layout
from apps.path.progress import Progress

LONGEST = 20_000
DOINGS = {
    "o": "opened_at",
    "t": "ticked_at",
    "a": "acknowledged_at",
    "h": "handed_in_at",
    "w": "watched_at",
    "p": "posted_at",
}
"""What the made-up student did with an item, a letter each."""
SCORE = re.compile(r"s(\d{1,3})")
"""'s85': the made-up student was given 85 per cent of the points."""
ANY_EDITION = 1_000_000


@dataclass(frozen=True)
class MadeUp:
    section: Section | None
    groups: frozenset[int]
    with_allowances: bool
    doings: dict[int, str]

    @property
    def member(self) -> Membership:
        name = self.section.name if self.section else ""
        return Membership(frozenset({Enrolment.STUDENT}), (self.section.pk,) if self.section else (), name)


def made_up(text: str, course: Course) -> MadeUp:
    """{"section": id or null, "groups": [ids], "allowances": bool, "doings": {item: letters}}"""
    if len(text) > LONGEST:
        raise Refused("walk.unreadable", status=400)
    try:
        said = json.loads(text)
        groups = frozenset(int(g) for g in said["groups"])
        doings = {int(item): str(letters) for item, letters in said["doings"].items()}
        section = None if said["section"] is None else int(said["section"])
        with_allowances = bool(said["allowances"])
    except (ValueError, KeyError, TypeError, AttributeError, OverflowError, RecursionError):
        raise Refused("walk.unreadable", status=400) from None
    found = Section.objects.filter(course=course, pk=section).first() if section is not None else None
    own = (
        frozenset(Group.objects.filter(course=course, pk__in=groups).values_list("pk", flat=True)) if groups else groups
    )
    if (section is not None and found is None) or own != groups:
        raise Refused("walk.unreadable", status=400)
    return MadeUp(found, groups, with_allowances, doings)


def laid_for_made_up(course: Course, who: MadeUp) -> Layout:
    section = who.section.pk if who.section else None
    return made_up_layout(layout(course), section, who.groups, who.with_allowances)


def progress_of_made_up(course: Course, laid: Layout, who: MadeUp, now: datetime) -> Progress:
    facts = {item: _facts(letters, now) for item, letters in who.doings.items()}
    cells = cells_of_made_up(laid, who)
    marks = marks_from(laid, cells, counts_from(setup_of(course).rules_in(who.groups), laid, cells))
    person = PersonFacts(facts, {**marks.core(), **laid.excused})
    return Progress(laid, evaluate(laid.path, person, now), person, marks, {})


def cells_of_made_up(laid: Layout, who: MadeUp) -> dict[int, CellScores]:
    """By item: the scores that the teacher gave the made-up student, to see what they open."""
    found = {}
    for pk, letters in who.doings.items():
        item, score = laid.student_items.get(pk), SCORE.search(letters)
        if item is not None and item.possible and score is not None:
            raw = item.possible * Fraction(score.group(1)) / 100
            found[pk] = CellScores(False, (AttemptScore(1, raw, None, True, ""),))
    return found


def _facts(letters: str, now: datetime) -> ItemFacts:
    moments: dict[str, Any] = {DOINGS[letter]: now for letter in letters if letter in DOINGS}
    return ItemFacts(**moments, acknowledged_edition=ANY_EDITION if "a" in letters else 0, watched_percent=100)
