"""The same question with fresh numbers: it never counts, and tells no key."""

from __future__ import annotations

from dataclasses import replace
from fractions import Fraction

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judged import Judged
from unvo_core.questions.judging import judge_question
from unvo_core.quizzes.fresh import can_practise
from unvo_core.quizzes.tries import verdict_of

from apps.kernel.public import Refused
from apps.questions.public import question_of, read_out, shown_question, version_of
from apps.quizzes.api import schemas as out
from apps.quizzes.facts import rules_of
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.putting import has_answer, named_answers
from apps.quizzes.queries import quiz_of
from apps.quizzes.taking import reached


def practised(attempt: QuizAttempt, wish: out.FreshIn) -> out.FreshOut:
    """`wish.nonce` names the numbers. Refused where a version could tell something of the one that counts."""
    row = AttemptQuestion.objects.select_related("edition").filter(attempt=attempt, pk=wish.question).first()
    rules = rules_of(quiz_of(attempt.item_id))
    if row is None or (attempt.handed_in_at is None and not reached(rules, attempt, row)):
        raise Refused("quiz.no_such_question_here", status=404)
    question = question_of(row.edition)
    if not rules.fresh or not can_practise(question):
        raise Refused("quiz.no_fresh", status=409)
    version = version_of(question, f"fresh/{row.pk}/{wish.nonce}")
    if version.check == row.drawn:
        version = version_of(question, f"fresh/{row.pk}/{wish.nonce}/again")
    outcome = judge_question(question, version, named_answers(question, version.seed, wish.answers))
    found = [judged for judged in outcome.fields.values() if judged is not None]
    return out.FreshOut(
        # A worked solution would tell how it goes with the numbers that count.
        shown=shown_question(replace(question, solution=""), version),
        fields={name: read_out(judged) for name, judged in outcome.fields.items() if judged is not None},
        state=_state(wish, found, outcome.share),
        words=[word for judged in found if isinstance(judged, Judged) for word in judged.words],
    )


def _state(wish: out.FreshIn, found: list[Judged | FormError], share: Fraction | None) -> out.FreshState:
    if not has_answer(wish.answers):
        return "empty"
    if any(isinstance(judged, FormError) for judged in found):
        return "form"
    return verdict_of(share)
