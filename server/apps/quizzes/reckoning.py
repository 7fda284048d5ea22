"""What attempts are worth, and how that reaches the gradebook."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction

from unvo_core.quizzes.rules import QuizRules, Revealed, shown
from unvo_core.quizzes.totals import Ruling, Won, attempt_points

from apps.courses.public import Course
from apps.gradebook.public import Earned, put_scores
from apps.kernel.public import Actor
from apps.layout.public import item_row
from apps.quizzes.facts import exact, rules_of
from apps.quizzes.models import AttemptQuestion, QuestionRuling, Quiz, QuizAttempt
from apps.quizzes.queries import quiz_of, rulings_of
from apps.quizzes.standing import stand_of

CENT = Decimal("0.01")


def won_of(row: AttemptQuestion, rulings: Mapping[int, QuestionRuling]) -> Won:
    """A person's points stand before the machine's."""
    points = Fraction(row.points)
    share = exact(row.share)
    won = Fraction(row.by_hand) if row.by_hand is not None else None if share is None else share * points
    ruling = rulings.get(row.question_id)
    return Won(points, won, Ruling(ruling.kind) if ruling else Ruling.NONE)


def raw_of(rows: Iterable[AttemptQuestion], rulings: Mapping[int, QuestionRuling]) -> Decimal | None:
    """To cents, halves up; None while something waits to be read."""
    found = attempt_points([won_of(row, rulings) for row in rows])
    return None if found is None else cents(found)


def cents(value: Fraction) -> Decimal:
    return (Decimal(value.numerator) / Decimal(value.denominator)).quantize(CENT, ROUND_HALF_UP)


def reckon(attempts: Sequence[QuizAttempt]) -> list[QuizAttempt]:
    """Their points anew, kept where they changed. Returns those that did; all of one quiz."""
    if not attempts:
        return []
    rulings = rulings_of(attempts[0].item_id)
    rows: dict[int, list[AttemptQuestion]] = {}
    for row in AttemptQuestion.objects.filter(attempt__in=attempts):
        rows.setdefault(row.attempt_id, []).append(row)
    changed = []
    for attempt in attempts:
        raw = raw_of(rows.get(attempt.pk, ()), rulings)
        if raw != attempt.raw:
            attempt.raw = raw
            changed.append(attempt)
    QuizAttempt.objects.bulk_update(changed, ["raw"])
    return changed


def hand_scores_over(
    actor: Actor, course: Course, item_id: int, people: Sequence[int], why: str = ""
) -> frozenset[int]:
    """The points of these people's attempts to the gradebook, each out when the quiz shows it. Returns whose score a
    person has given since: theirs stands. Constant in queries."""
    if not item_row(course, item_id).points:
        return frozenset()
    quiz = quiz_of(item_id)
    rules = rules_of(quiz)
    by_person: dict[int, list[QuizAttempt]] = {}
    rows = QuizAttempt.objects.filter(item_id=item_id, person_id__in=people).order_by("person_id", "number")
    for row in rows.defer("receipt"):
        by_person.setdefault(row.person_id, []).append(row)
    earned = [one for own in by_person.values() for one in _earned(course, quiz, rules, own)]
    return put_scores(actor, course, item_id, earned, why)


def _earned(course: Course, quiz: Quiz, rules: QuizRules, own: Sequence[QuizAttempt]) -> list[Earned]:
    stand = stand_of(course, quiz, rules, own[0].person_id, own)
    held = Revealed.SCORE not in shown(rules, stand)
    return [
        Earned(person_id=a.person_id, attempt=a.number, raw=a.raw, handed_in_at=a.handed_in_at, held=held)
        for a in own
        if a.raw is not None and a.handed_in_at is not None
    ]
