"""What the answers of a class say about the questions: the figures, and in a sentence what to look at."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from fractions import Fraction
from typing import Any

from unvo_core.answers.kinds import ChoiceAsked, Option
from unvo_core.grading.attempts import counting_attempt
from unvo_core.itemstats.analysis import Answered, ItemFigures, TestFigures, analyse, group_size
from unvo_core.itemstats.reading import remarks
from unvo_core.questions.showing import filled, shown_numbers

from apps.courses.public import Course, Membership, students
from apps.gradebook.public import points, setup_of
from apps.kernel.public import plain, sentence
from apps.layout.public import layout
from apps.questions.public import question_of
from apps.quizzes.api import class_schemas as s
from apps.quizzes.facts import exact, rules_of
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.putting import Put, named_answers
from apps.quizzes.queries import quiz_of, require_quiz, with_editions


def figures(course: Course, item_id: int, member: Membership) -> s.QuizFigures:
    """Of the attempt of each student that counts, in the reader's sections; what a person has yet to read is left out.
    Constant in queries."""
    require_quiz(course, item_id)
    sections = None if member.section_ids is None else list(member.section_ids)
    people = students(course, sections).values("person_id")
    rules = rules_of(quiz_of(item_id))
    by_attempt = _counting(course, item_id, people)
    rows = with_editions(AttemptQuestion.objects.filter(attempt_id__in=by_attempt))
    own: dict[int, list[Put]] = {}
    for row in rows:
        own.setdefault(row.attempt_id, []).append(Put(row, rules))
    worth = {put.row.question_id: float(put.row.points) for puts in own.values() for put in puts}
    answered = [_answered(puts) for puts in own.values()]
    whole, items = analyse(answered, worth)
    one_of = {put.row.question_id: put for puts in own.values() for put in puts}
    group = group_size(len(answered))
    return s.QuizFigures(
        title=layout(course).items[item_id].title,
        whole=_whole(whole),
        said=_whole_said(whole),
        questions=[_question(one_of[pk], found, group) for pk, found in items.items()],
    )


def _counting(course: Course, item_id: int, people: Any) -> list[int]:
    """The attempt of each that counts; of a mean, the last."""
    graded = setup_of(course).rules.get(item_id)
    rule = graded.counting if graded and graded.counting != "mean" else "latest"
    own: dict[int, list[tuple[int, Fraction]]] = {}
    rows = QuizAttempt.objects.filter(item_id=item_id, person_id__in=people, handed_in_at__isnull=False)
    scored = rows.exclude(raw=None).order_by("person_id", "number").values_list("person_id", "pk", "raw")
    for person, pk, raw in scored:
        own.setdefault(person, []).append((pk, Fraction(raw or 0)))
    return [tried[counting_attempt(rule, [raw for _, raw in tried]) or 0][0] for tried in own.values()]


def _answered(puts: Sequence[Put]) -> Answered:
    shares, options, seconds = {}, {}, {}
    for put in puts:
        row = put.row
        share = Fraction(row.by_hand) / Fraction(row.points) if row.by_hand is not None else exact(row.share)
        shares[row.question_id] = float(share or 0)
        chosen = _chosen(put)
        if chosen:
            options[row.question_id] = chosen
        if row.seconds:
            seconds[row.question_id] = float(row.seconds)
    return Answered(shares=shares, options=options, seconds=seconds)


def _asked(put: Put) -> ChoiceAsked | None:
    """Where the whole question is a choice."""
    only = put.question.fields[0].asked if len(put.question.fields) == 1 else None
    return only if isinstance(only, ChoiceAsked) else None


def _chosen(put: Put) -> tuple[str, ...]:
    if _asked(put) is None:
        return ()
    given = named_answers(put.question, put.row.seed, put.row.answers).get(put.question.fields[0].name, ())
    return tuple(given) if not isinstance(given, str) else ()


def _question(put: Put, found: ItemFigures, group: int) -> s.QuestionFigures:
    asked = _asked(put)
    # On paper nobody but the reader knows which was ticked.
    options = {option.name: option for option in asked.options} if asked and found.options else {}
    words = {name: plain(_text(put, option)) for name, option in options.items()}
    right = frozenset(name for name, option in options.items() if option.right)
    counts = {one.name: one for one in found.options}
    return s.QuestionFigures(
        question_id=found.question,
        name=put.row.question.name,
        points=str(points(Fraction(put.row.points))),
        asked=found.asked,
        difficulty=found.difficulty,
        item_total=found.item_total,
        discrimination=found.discrimination,
        upper=found.upper,
        lower=found.lower,
        seconds=found.seconds,
        options=[
            s.OptionFigures(
                text=words[name],
                right=name in right,
                count=counts[name].count if name in counts else 0,
                upper=counts[name].upper if name in counts else 0,
                lower=counts[name].lower if name in counts else 0,
            )
            for name in options
        ],
        group=group,
        said=[_said(one.code, one.params, words) for one in remarks(found, right, group)],
    )


def _text(put: Put, option: Option) -> str:
    question = question_of(put.row.edition)
    return filled(option.text, shown_numbers(question, put.version_asked))


def _said(code: str, params: Mapping[str, str], words: Mapping[str, str]) -> str:
    """With options in their words."""
    told = dict(params)
    if "option" in told:
        told["option"] = words.get(told["option"], told["option"])
    if "options" in told:
        told["options"] = "; ".join(words.get(name, name) for name in told["options"].split(", "))
    return sentence(f"figures.{code}", told)


def _whole(found: TestFigures) -> s.WholeFigures:
    return s.WholeFigures(
        attempts=found.attempts,
        mean=found.mean,
        deviation=found.deviation,
        reliability=found.reliability,
        right_or_wrong=found.right_or_wrong,
        error=found.error,
        small=found.small,
    )


def _whole_said(found: TestFigures) -> str:
    if not found.attempts:
        return sentence("figures.nobody", {})
    if found.small:
        return sentence("figures.small", {"n": found.attempts})
    if found.reliability is None:
        return sentence("figures.no_reliability", {})
    code = "figures.reliable" if found.reliability >= 0.7 else "figures.unreliable"
    return sentence(code, {"alpha": f"{found.reliability:.2f}".replace("-", "−")})
