"""The questions of an attempt as they were put, and what answers to them are worth."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from fractions import Fraction
from functools import cached_property

from unvo_core.answers.kinds import Answer, ByHand, ChoiceAsked, MatchingAsked, OrderingAsked
from unvo_core.answers.values import Undefined
from unvo_core.questions.drawing import Version
from unvo_core.questions.judging import Outcome, judge_question, setting_of
from unvo_core.questions.model import Question
from unvo_core.questions.showing import ShownField, named, opaque, shown_field, shown_numbers
from unvo_core.questions.written_keys import written_key
from unvo_core.quizzes.rules import QuizRules
from unvo_core.quizzes.tries import Verdict, best_share, tries_of, verdict_of

from apps.kernel.public import plain
from apps.questions.public import Answers, QuestionEdition, answer_in, question_of, version_of
from apps.quizzes.facts import exact
from apps.quizzes.models import AttemptQuestion, Try

NOTHING = Fraction(0)


@dataclass(frozen=True)
class Put:
    """One question of an attempt. `question`: by whose key it counts; `asked`: as it was put."""

    row: AttemptQuestion
    rules: QuizRules

    @cached_property
    def asked(self) -> Question:
        return question_of(self.row.edition)

    @cached_property
    def question(self) -> Question:
        return question_of(self.row.judged_by) if self.row.judged_by else self.asked

    @cached_property
    def version(self) -> Version:
        return version_of(self.question, self.row.seed)

    @cached_property
    def version_asked(self) -> Version:
        return version_of(self.asked, self.row.seed)

    @property
    def shown_fields(self) -> list[ShownField]:
        numbers = shown_numbers(self.asked, self.version_asked)
        return [shown_field(field, self.version_asked, numbers) for field in self.asked.fields]

    @cached_property
    def tries(self) -> list[Try]:
        """In order, as they stood when they were first asked for."""
        return list(self.row.tries.all())

    @property
    def verdicts(self) -> list[Verdict]:
        """Of its tries, to be shown."""
        return [verdict_of(exact(one.share)) for one in self.tries]

    @property
    def tries_allowed(self) -> int | None:
        return tries_of(self.asked, self.rules.tries)

    @property
    def tries_left(self) -> int | None:
        most = self.tries_allowed
        return None if most is None else 0 if self.row.settled else max(0, most - len(self.tries))

    @property
    def answered(self) -> bool:
        return has_answer(self.row.answers)

    @property
    def by_person(self) -> bool:
        """A part of it is read by a person."""
        return any(isinstance(field.asked, ByHand) for field in self.asked.fields)

    def judged(self, answers: Answers) -> Outcome:
        return judge_question(self.question, self.version, named_answers(self.question, self.row.seed, answers))

    def final_share(self) -> Fraction | None:
        """Of its points, over all tries and what stands at the end; None while a person has to read it."""
        outcome = self.judged(self.row.answers)
        if outcome.share is None and (self.answered or self.row.files.exists()):
            return None
        shares = [exact(one.share) or NOTHING for one in self.tries]
        return self.share_after(shares, self.row.answers, [one.answers for one in self.tries])

    def share_after(self, shares: list[Fraction], last: Answers, tried: list[Answers]) -> Fraction:
        """Of its points: after these tries, and what stood at the end where it was not tried."""
        full = self.tries_allowed is not None and len(shares) >= self.tries_allowed
        if not full and last not in tried:
            shares = [*shares, self.judged(last).share or NOTHING]
        return best_share(Fraction(self.row.points), shares, self.rules.try_cost)


def put_in(edition: QuestionEdition, seed: str) -> str:
    """The check value of its numbers. Raises Unfit."""
    return version_of(question_of(edition), seed).check


def named_answers(question: Question, seed: str, answers: Answers) -> Mapping[str, Answer]:
    """Under the question's own names, with the names of its options for those that were shown."""
    return {
        field.name: named(field.asked, answer_in(answers[field.name]), f"{seed}|{field.name}")
        for field in question.fields
        if field.name in answers
    }


def has_answer(answers: Answers) -> bool:
    return any(value.strip() if isinstance(value, str) else value for value in answers.values())


def key_answers(question: Question, version: Version) -> Answers:
    """The right answers in these numbers, as whoever was shown the question would have given them; none where it has no
    value."""
    setting = setting_of(question, version)
    found: Answers = {}
    for field in question.fields:
        seed = f"{version.seed}|{field.name}"
        try:
            key = written_key(field.asked, setting)
        except Undefined:
            continue
        match field.asked:
            case ChoiceAsked() | OrderingAsked():
                found[field.name] = [opaque(seed, name) for name in key]
            case MatchingAsked():
                pairs = key if isinstance(key, dict) else {}
                found[field.name] = {opaque(seed, a): opaque(seed, b) for a, b in pairs.items()}
            case _:
                found[field.name] = key if isinstance(key, str) else ""
    return found


def answers_said(put: Put, answers: Answers) -> str:
    """As it was typed; what was chosen in the words of its options."""
    options = {o.name: o.text for f in put.shown_fields for o in (*f.options, *f.targets)}
    found = []
    for value in answers.values():
        if isinstance(value, str):
            found.append(value)
        elif isinstance(value, list):
            found.append(", ".join(plain(options.get(name, "")) for name in value))
        else:
            pairs = ((plain(options.get(a, "")), plain(options.get(b, ""))) for a, b in value.items())
            found.append(", ".join(f"{a} – {b}" for a, b in pairs))
    return "; ".join(found)
