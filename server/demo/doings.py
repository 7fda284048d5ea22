"""What the class has done so far: plausible facts, hand-ins and scores from a seeded generator."""

from __future__ import annotations

import hashlib
from dataclasses import dataclass, field
from datetime import datetime, time, timedelta
from decimal import Decimal
from random import Random
from typing import Any

from apps.assignments.models import HandIn
from apps.courses.models import Course
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.letters import LETTERS
from apps.layout.queries import layout
from apps.layout.reading.structure import LaidItem
from apps.path.models import Fact
from apps.people.models import Person

from demo.checks import Sittings
from demo.content.answers import handed_in_text

SITTINGS = 7
"""Of another generator, so that what is sat moves nothing else."""


@dataclass(frozen=True)
class Habit:
    """How someone works: `care` is the chance to do a thing, `skill` the share of points, `rush` lateness."""

    care: float
    skill: float
    rush: float


@dataclass
class Doings:
    facts: list[Fact] = field(default_factory=list)
    hand_ins: list[HandIn] = field(default_factory=list)
    scores: list[tuple[GradedItem, Person, int, Decimal, datetime | None, bool, str]] = field(default_factory=list)


def habit(random: Random) -> Habit:
    care = min(1.0, max(0.55, random.gauss(0.93, 0.09)))
    return Habit(care, min(0.99, max(0.45, random.gauss(0.82, 0.1))), random.random() * 0.12)


class Class:
    """Plays the term up to `now` for every student."""

    def __init__(self, course: Course, grader: Person, now: datetime, random: Random) -> None:
        course.refresh_from_db()
        self.course, self.grader, self.now, self.random = course, grader, now, random
        self.laid = layout(course)
        self.graded = {g.item_id: g for g in GradedItem.objects.filter(course=course)}
        self.doings = Doings()
        self.sittings = Sittings(course, Random(SITTINGS))
        self.sittings.load()

    def play(self, person: Person, how: Habit) -> None:
        for item in self.laid.student_items.values():
            opens = item.span.opens or self._module_start(item)
            if opens is None or opens >= self.now or item.talks or item.practice:
                continue
            if item.kind == "assignment":
                self._assignment(person, item, opens, how)
            elif item.kind == "quiz":
                self._quiz(person, item, opens, how)
            elif self.random.random() < how.care:
                self._read(person, item, opens)

    def _module_start(self, item: LaidItem) -> datetime | None:
        """Undated items are looked at when their week begins."""
        week = self.laid.module_by_id[item.module_id].week
        first = next((w.first_day for w in self.laid.weeks if w.number == week), None)
        return datetime.combine(first, time(9), self.laid.zone) if first else None

    def _moment(self, opens: datetime, due: datetime, how: Habit) -> datetime:
        """Most work comes in over the last day; some of it late."""
        if self.random.random() < how.rush:
            return due + timedelta(hours=self.random.uniform(0.2, 30))
        hours = min((due - opens).total_seconds() / 3600 * 0.9, self.random.expovariate(1 / 14) + 0.3)
        return due - timedelta(hours=hours)

    def _read(self, person: Person, item: LaidItem, opens: datetime) -> None:
        due = item.span.due or opens + timedelta(days=4)
        at = self._moment(opens, due, Habit(1, 1, 0))
        if at > self.now:
            return
        self._fact(person, item, Fact.OPENED, at - timedelta(minutes=item.effort_minutes))
        if item.done_rule == "ticked":
            self._fact(person, item, Fact.TICKED, at)
        if item.done_rule == "watched":
            seen = {"percent": 100, "position": 0.0, "seen": []}
            self._fact(person, item, Fact.WATCHED, at, detail=seen)
        if item.done_rule == "acknowledged":
            self._fact(person, item, Fact.ACKNOWLEDGED, at, edition=1)

    def _assignment(self, person: Person, item: LaidItem, opens: datetime, how: Habit) -> None:
        due, closes = item.span.due, item.span.closes
        if due is None:
            return
        if not item.takes_hand_ins:
            return
        at = self._moment(opens, due, how)
        if at > self.now or (closes and at > closes) or self.random.random() > how.care:
            return
        self.hand_in(person, item, at)
        self._score(person, item, at, how)

    def _quiz(self, person: Person, item: LaidItem, opens: datetime, how: Habit) -> None:
        """Most sit it once, some a second time the day after; what they answered is judged, nothing is made up."""
        due, closes = item.span.due, item.span.closes
        if due is None:
            return
        at = self._moment(opens, due, how)
        if at > self.now or (closes and at > closes) or self.random.random() > how.care:
            return
        graded = self.graded[item.id]
        self._fact(person, item, Fact.OPENED, at - timedelta(minutes=25))
        self._spend(due, how)
        raw = self.sittings.sat(item, person, at, how.skill)
        self.doings.scores.append((graded, person, 1, raw, at, True, ""))
        last, again = 1, at + timedelta(hours=3)
        if raw < 8 and again < min(due, self.now):
            raw = self.sittings.sat(item, person, again, how.skill, 2)
            self.doings.scores.append((graded, person, 2, raw, again, True, ""))
            last, at = 2, again
        detail = {"receipt": self.sittings.attempts[-1].receipt_number, "attempt": last}
        self._fact(person, item, Fact.HANDED_IN, at, detail=detail)

    def practise(self, person: Person, title: str, at: datetime, skill: float) -> None:
        """One attempt of a practice quiz, read by the machine as any other."""
        item = next(i for i in self.laid.student_items.values() if i.title == title)
        raw = self.sittings.sat(item, person, at, skill)
        self.doings.scores.append((self.graded[item.id], person, 1, raw, at, True, ""))
        self._fact(person, item, Fact.OPENED, at - timedelta(minutes=25))
        detail = {"receipt": self.sittings.attempts[-1].receipt_number, "attempt": 1}
        self._fact(person, item, Fact.HANDED_IN, at, detail=detail)

    def _spend(self, due: datetime, how: Habit) -> None:
        """Draw what a hand-in and its score would, so that everything else of the term is the same with and without."""
        handed_in_text(self.random)
        self.random.choices(LETTERS, k=7)
        if due + timedelta(days=3.5) <= self.now:
            self.random.gauss(how.skill, 0.09)
            self.random.choice(range(6))

    def _released_at(self, handed_in: datetime | None) -> datetime:
        """Back within a week, the latest of it this morning."""
        latest = self.now - timedelta(hours=3)
        return min(latest, handed_in + timedelta(days=4)) if handed_in else latest

    def _score(self, person: Person, item: LaidItem, at: datetime, how: Habit) -> None:
        """Graded a few days after it was due; the youngest work still waits, some of it is held."""
        graded = self.graded[item.id]
        due = item.span.due or at
        back = due + timedelta(days=self.random.uniform(1.5, 2.8) if item.points == 12 else 3.5)
        if back > self.now:
            return
        share = min(1.0, max(0.2, self.random.gauss(how.skill, 0.09)))
        raw = Decimal(round(share * (item.points or 0) * 2)) / 2
        released = not graded.hold or due + timedelta(days=8) < self.now
        comment = self.random.choice(
            ("", "", "", "Show the units in line 3.", "Clear booking.", "Check the sign of DE.")
        )
        self.doings.scores.append((graded, person, 1, raw, at, released, comment))

    def hand_in(self, person: Person, item: LaidItem, at: datetime) -> HandIn:
        text = handed_in_text(self.random)
        number = "".join(self.random.choices(LETTERS, k=7))
        number = f"{number[:3]}-{number[3:]}"
        done = HandIn(
            course=self.course,
            item_id=item.id,
            person=person,
            attempt=1,
            text=text,
            started_at=at - timedelta(minutes=max(5, item.effort_minutes)),
            saved_at=at,
            handed_in_at=at,
            number=number,
            receipt=self._receipt(item, number, at, text),
        )
        self.doings.hand_ins.append(done)
        self._fact(person, item, Fact.OPENED, done.started_at)
        self._fact(person, item, Fact.HANDED_IN, at, detail={"receipt": number, "attempt": 1})
        return done

    def _receipt(self, item: LaidItem, number: str, at: datetime, text: str) -> dict[str, Any]:
        return {
            "number": number,
            "course": f"{self.course.code} {self.course.title}",
            "item": item.title,
            "attempt": 1,
            "at": at.isoformat(),
            "zone": self.course.zone,
            "due": item.span.due.isoformat() if item.span.due else None,
            "files": [],
            "text_characters": len(text),
            "text_sha256": hashlib.sha256(text.encode()).hexdigest(),
            "comment": "",
        }

    def _fact(
        self,
        person: Person,
        item: LaidItem,
        kind: str,
        at: datetime,
        edition: int = 0,
        detail: dict[str, Any] | None = None,
    ) -> None:
        self.doings.facts.append(
            Fact(
                course=self.course,
                item_id=item.id,
                person=person,
                kind=kind,
                at=min(at, self.now),
                edition=edition,
                detail=detail or {},
            )
        )

    def started(self, person: Person, item: LaidItem, at: datetime, detail: dict[str, Any]) -> None:
        self._fact(person, item, Fact.OPENED, at)
        self._fact(person, item, Fact.STARTED, at, detail=detail)

    def forget(self, person: Person, items: set[int]) -> None:
        """As if they had done nothing there."""
        doings, sat = self.doings, self.sittings
        doings.facts = [f for f in doings.facts if not (f.person_id == person.pk and f.item_id in items)]
        doings.hand_ins = [h for h in doings.hand_ins if not (h.person_id == person.pk and h.item_id in items)]
        doings.scores = [s for s in doings.scores if not (s[1].pk == person.pk and s[0].item_id in items)]
        gone = [a for a in sat.attempts if a.person_id == person.pk and a.item_id in items]
        sat.attempts = [a for a in sat.attempts if not any(a is one for one in gone)]
        sat.rows = [r for r in sat.rows if not any(r.attempt is one for one in gone)]

    def keep(self) -> None:
        Fact.objects.bulk_create(self.doings.facts, batch_size=2000)
        HandIn.objects.bulk_create(self.doings.hand_ins, batch_size=1000)
        self.sittings.keep()
        pairs = list(dict.fromkeys((g, p) for g, p, *_ in self.doings.scores))
        made = Cell.objects.bulk_create([Cell(graded_item=g, person=p) for g, p in pairs])
        cells = dict(zip(pairs, made, strict=True))
        Score.objects.bulk_create(
            [
                Score(
                    cell=cells[g, p],
                    attempt=attempt,
                    raw=raw,
                    handed_in_at=at,
                    released_at=(at if self.by_machine(g) else self._released_at(at)) if released else None,
                    comment=comment,
                    graded_by=None if self.by_machine(g) else self.grader,
                    graded_at=at if at and self.by_machine(g) else self.now - timedelta(hours=4),
                )
                for g, p, attempt, raw, at, released, comment in self.doings.scores
            ],
            batch_size=2000,
        )

    def by_machine(self, graded: GradedItem) -> bool:
        return graded.item_id in self.sittings.quizzes


def started(course: Course, person: Person, item: LaidItem, at: datetime, text: str) -> None:
    """A draft that is begun and not handed in."""
    HandIn.objects.create(
        course=course, item_id=item.id, person=person, attempt=1, text=text, started_at=at, saved_at=at
    )
    detail = {"files": 0, "words": len(text.split()), "attempt": 1}
    Fact.objects.create(course=course, item_id=item.id, person=person, kind=Fact.STARTED, at=at, detail=detail)
