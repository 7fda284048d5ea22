"""The checks of the courses as quizzes: what they put, and what the class has made of them so far."""

from __future__ import annotations

import hashlib
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from decimal import Decimal
from fractions import Fraction
from random import Random
from typing import Any

from apps.courses.models import Course
from apps.kernel.letters import LETTERS
from apps.layout.models import Item
from apps.layout.reading.structure import LaidItem
from apps.people.models import Person
from apps.questions.models import Bank, BankQuestion, QuestionEdition
from apps.questions.putting import question_of, version_of
from apps.quizzes.actions.make_sheets import sheet_of
from apps.quizzes.drawing import Draw, Drawer
from apps.quizzes.facts import rules_of, slots_of
from apps.quizzes.models import AttemptQuestion, PaperSheet, Quiz, QuizAttempt, Try
from apps.quizzes.putting import Put, key_answers, put_in
from apps.quizzes.reckoning import raw_of
from unvo_core.answers.kinds import ChoiceAsked, MatchingAsked, OrderingAsked, TextAsked
from unvo_core.questions.drawing import seed_of
from unvo_core.questions.judging import setting_of
from unvo_core.questions.showing import opaque, shown_numbers
from unvo_core.questions.written_keys import written_key
from unvo_core.quizzes.rules import TELLING, Paper, Revealed, When
from unvo_core.quizzes.slots import Chosen, choose

BANK_OF_WEEK = {
    1: "Field notes and units", 2: "Taping and corrections", 3: "Levelling", 4: "Level loops", 5: "Angles", 6: "Bearings",
    8: "Adjustment and areas", 9: "Adjustment and areas", 10: "Contours", 11: "Curves", 12: "Setting out",
    13: "Errors and weights", 14: "Project", 15: "Project",
}  # fmt: skip
SEVENTH = (
    ("Signs by quadrant", "2"), ("Azimuth from bearing", "2"), ("Departure of a leg", "3"), ("Latitude of a leg", "3"),
    ("Misclosure of a traverse", "3"), ("Precision as 1 : n", "2"),
)  # fmt: skip
MINUTES = 20
MID_TERM, PRACTICE, GUIDE = "Mid-term", "Practice for the mid-term", "Study guide for the mid-term"
FIRST_HALF = (
    "Field notes and units", "Taping and corrections", "Levelling", "Level loops", "Angles", "Bearings"
)  # fmt: skip
OF_MID_TERM = (1, 2, 2, 2, 1, 2)
"""Questions of each of these banks."""


def set_checks(course: Course, items: Mapping[int, Item], banks: Mapping[str, Bank]) -> None:
    """`items`: the check of each week. That of the seventh puts six questions by name, the others what they draw."""
    named = {q.name: q.pk for q in BankQuestion.objects.filter(bank__course=course)}
    for week, item in items.items():
        if week == 7:
            questions: list[dict[str, Any]] = [{"question": named[n], "points": p} for n, p in SEVENTH]
        else:
            bank = banks[BANK_OF_WEEK[week]]
            count = min(5, bank.questions.count())
            each = Decimal(item.points or 15) / count
            questions = [{"bank": bank.pk, "count": count, "points": f"{each.normalize():f}"}]
        Quiz.objects.create(
            item=item, questions=questions, attempts=2, tries=3, try_cost=1, minutes=MINUTES, one_by_one=True
        )


def set_mid_term(course: Course, items: Mapping[str, Item], banks: Mapping[str, Bank]) -> None:
    """On paper; before it a practice that must be passed, and a study guide whose key comes on its day."""

    def drawn(counts: Sequence[int], points: str) -> list[dict[str, Any]]:
        pairs = zip(FIRST_HALF, counts, strict=True)
        return [{"bank": banks[name].pk, "count": n, "points": points} for name, n in pairs if n]

    by_hand = dict.fromkeys(map(str, Revealed), str(When.BY_HAND))
    Quiz.objects.create(
        item=items[MID_TERM], questions=drawn(OF_MID_TERM, "10"), paper=Paper.ROOM, minutes=75, shows=by_hand
    )
    Quiz.objects.create(
        item=items[PRACTICE], questions=drawn((0, 2, 2, 2, 2, 2), "2"), attempts=None, tries=3, one_by_one=False
    )
    closing = dict.fromkeys(map(str, TELLING), str(When.CLOSE))
    Quiz.objects.create(item=items[GUIDE], questions=drawn((1, 2, 1, 2, 1, 1), "1"), paper=Paper.HOME, shows=closing)


def hand_sheets_out(course: Course, item: Item, class_: Sequence[Person], maker: Person, at: datetime) -> None:
    """The mid-term lies printed."""
    quiz, random = Quiz.objects.get(item=item), Random(item.title)
    drawer = Drawer(course, quiz, many=True)
    made = []
    for person in class_:
        secret = hashlib.sha256(f"{item.title}/{person.username}".encode()).hexdigest()[:32]
        draw = Draw(secret, person.pk, item.pk, 1)
        code = f"{_letters(random, 3)}-{_letters(random, 3)}"
        sheet = sheet_of(draw, drawer.rows(draw), code, at)
        sheet.made_by = maker
        made.append(sheet)
    PaperSheet.objects.bulk_create(made)


@dataclass
class Sittings:
    """Attempts that the class has made, to be kept together."""

    course: Course
    random: Random
    attempts: list[QuizAttempt] = field(default_factory=list)
    rows: list[AttemptQuestion] = field(default_factory=list)
    tries: list[Try] = field(default_factory=list)
    quizzes: dict[int, Quiz] = field(default_factory=dict)
    editions: dict[int, QuestionEdition] = field(default_factory=dict)
    keys: dict[int, QuestionEdition] = field(default_factory=dict)
    """By question: as it was put, and by whose key students think, which is the corrected one."""
    banks: dict[int, list[int]] = field(default_factory=dict)

    def load(self) -> None:
        self.quizzes = {q.item_id: q for q in Quiz.objects.filter(item__course=self.course)}
        rows = QuestionEdition.objects.filter(question__bank__course=self.course)
        for row in rows.select_related("question").order_by("question__position", "edition"):
            self.keys[row.question_id] = row
            if row.question_id in self.editions:
                continue
            self.editions[row.question_id] = row
            self.banks.setdefault(row.question.bank_id, []).append(row.question_id)

    def begun(
        self, item: LaidItem, person: Person, at: datetime, minutes: float | None, number: int = 1
    ) -> QuizAttempt:
        quiz = self.quizzes[item.id]
        attempt = QuizAttempt(
            course=self.course,
            item_id=item.id,
            person=person,
            number=number,
            secret=hashlib.sha256(f"{item.id}/{person.pk}/{number}".encode()).hexdigest()[:32],
            holder="demo",
            started_at=at,
            ends_at=None if minutes is None else at + timedelta(minutes=minutes),
        )
        chosen = choose(slots_of(quiz), self.banks, attempt.secret, shuffle=False) or ()
        self.attempts.append(attempt)
        self.rows += [self._put(attempt, one, position) for position, one in enumerate(chosen)]
        return attempt

    def _put(self, attempt: QuizAttempt, one: Chosen, position: int) -> AttemptQuestion:
        who, item = str(attempt.person_id), str(attempt.item_id)
        seed = seed_of(attempt.secret, who, item, attempt.number, str(one.question))
        edition = self.editions[one.question]
        return AttemptQuestion(
            attempt=attempt,
            question_id=one.question,
            edition=edition,
            position=position,
            points=Decimal(str(float(one.points))),
            seed=seed,
            drawn=put_in(edition, seed),
        )

    def of(self, attempt: QuizAttempt) -> list[AttemptQuestion]:
        return [row for row in self.rows if row.attempt is attempt]

    def answered(self, row: AttemptQuestion, at: datetime, seconds: int, *, right: bool) -> bool:
        """Whether it was: an essay is left to those who write."""
        by_key = AttemptQuestion(edition=self.keys[row.question_id], seed=row.seed)
        put = Put(by_key, rules_of(self.quizzes[row.attempt.item_id]))
        answers = key_answers(put.question, put.version) if right else wrong_answers(put, self.random)
        row.answers, row.answered_at, row.seconds, row.seq = answers, at, seconds, 1
        return bool(answers)

    def tried(self, row: AttemptQuestion, at: datetime, *, last: bool) -> None:
        """What stands was checked."""
        put = Put(row, rules_of(self.quizzes[row.attempt.item_id]))
        share = put.judged(row.answers).share or Fraction(0)
        made = [one for one in self.tries if one.question is row]
        self.tries.append(Try(question=row, number=len(made) + 1, answers=row.answers, share=str(share), at=at))
        row.settled = last or share == 1

    def sat(self, item: LaidItem, person: Person, at: datetime, skill: float, number: int = 1) -> Decimal:
        """A whole attempt that was handed in at `at`; its points."""
        minutes = self.random.uniform(8, MINUTES - 0.5)
        clock = self.quizzes[item.id].minutes
        attempt = self.begun(item, person, at - timedelta(minutes=minutes), clock, number)
        own = self.of(attempt)
        gone = 0.0
        lengths = [Random(row.seed).uniform(0.4, 1.6) * (1 + row.question_id % 3) for row in own]
        for n, (row, length) in enumerate(zip(own, lengths, strict=True)):
            spent = minutes * 60 * length / sum(lengths)
            gone += spent
            when = attempt.started_at + timedelta(seconds=gone - 5)
            right = self.random.random() < min(0.98, 2.4 * skill - 1.1) - 0.05 * (n % 3)
            self.answered(row, when, round(spent), right=right or self.random.random() < 0.02)
            row.share = self.share_of(row)
            row.settled = True
        attempt.handed_in_at, attempt.how = at, QuizAttempt.SELF
        attempt.raw = raw_of(own, {})
        attempt.receipt_number = f"Q-{_letters(self.random, 3)}-{_letters(self.random, 4)}"
        attempt.receipt = self._receipt(item, attempt, own)
        return attempt.raw or Decimal(0)

    def _receipt(self, item: LaidItem, attempt: QuizAttempt, own: list[AttemptQuestion]) -> dict[str, Any]:
        told = repr([row.answers for row in own]).encode()
        return {
            "number": attempt.receipt_number,
            "course": f"{self.course.code} {self.course.title}",
            "item": item.title,
            "attempt": attempt.number,
            "at": attempt.handed_in_at.isoformat() if attempt.handed_in_at else "",
            "how": attempt.how,
            "zone": self.course.zone,
            "due": item.span.due.isoformat() if item.span.due else None,
            "questions": len(own),
            "answered": sum(bool(row.answers) for row in own),
            "answers_sha256": hashlib.sha256(told).hexdigest(),
        }

    def share_of(self, row: AttemptQuestion) -> str:
        """What stands, by the key under which it was put."""
        put = Put(row, rules_of(self.quizzes[row.attempt.item_id]))
        return str(put.judged(row.answers).share or Fraction(0)) if row.answers else "0"

    def under_way(self, item: LaidItem, person: Person, at: datetime, minutes: int) -> QuizAttempt:
        """Two questions checked and right, one saved, one whose form is to be mended, the rest open."""
        attempt = self.begun(item, person, at, minutes)
        first, second, third, fourth, *_ = self.of(attempt)
        for n, row in enumerate((first, second)):
            self.answered(row, at + timedelta(minutes=3 * n + 3), 180, right=True)
            self.tried(row, at + timedelta(minutes=3 * n + 3), last=False)
        self.answered(third, at + timedelta(minutes=10), 240, right=True)
        numbers = shown_numbers(question_of(fourth.edition), version_of(question_of(fourth.edition), fourth.seed))
        fourth.answers = {"answer": f"{numbers['d']} cos({numbers['az']}"}
        fourth.answered_at, fourth.seq = at + timedelta(minutes=17, seconds=14), 1
        return attempt

    def keep(self) -> None:
        QuizAttempt.objects.bulk_create(self.attempts, batch_size=500)
        for row in self.rows:
            row.attempt = row.attempt
        AttemptQuestion.objects.bulk_create(self.rows, batch_size=1000)
        for one in self.tries:
            one.question = one.question
        Try.objects.bulk_create(self.tries, batch_size=1000)


def wrong_answers(put: Put, random: Random) -> dict[str, Any]:
    """As a student would be wrong: by an answer that was foreseen, or one that is near it."""
    found: dict[str, Any] = {}
    for asked in put.question.fields:
        seed = f"{put.row.seed}|{asked.name}"
        match asked.asked:
            case ChoiceAsked(options=options):
                found[asked.name] = [opaque(seed, random.choice([o for o in options if not o.right]).name)]
            case OrderingAsked(options=options):
                names = [opaque(seed, o.name) for o in options]
                found[asked.name] = [*names[1:], names[0]]
            case MatchingAsked(left=left, right=right):
                turned = [*right[1:], right[0]]
                found[asked.name] = {
                    opaque(seed, a.name): opaque(seed, b.name) for a, b in zip(left, turned, strict=True)
                }
            case TextAsked():
                found[asked.name] = "a peg"
            case _:
                found[asked.name] = _near(put, asked.asked, random)
    return found


def _near(put: Put, asked: Any, random: Random) -> str:
    foreseen = [key for key in getattr(asked, "keys", ()) if key.credit < 1]
    setting = setting_of(put.question, put.version)
    if foreseen:
        return str(written_key(asked, setting, random.choice(foreseen)))
    key = str(written_key(asked, setting)) if getattr(asked, "keys", ()) else ""
    digits = [n for n, sign in enumerate(key) if sign.isdigit()]
    if not digits:
        return ""
    at = digits[len(digits) // 2]
    return f"{key[:at]}{(int(key[at]) + 1) % 10}{key[at + 1 :]}"


def _letters(random: Random, count: int) -> str:
    return "".join(random.choices(LETTERS, k=count))
