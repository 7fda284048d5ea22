"""An attempt that was handed in, looked at again: by its student as far as the quiz shows, by teachers in full."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction

from unvo_core.answers.judged import Judged
from unvo_core.questions.judging import Outcome
from unvo_core.questions.showing import filled, shown_numbers
from unvo_core.quizzes.fresh import can_practise
from unvo_core.quizzes.rules import QuizRules, Revealed, Stand, shown
from unvo_core.quizzes.tries import verdict_of

from apps.courses.public import Course, Membership
from apps.gradebook.public import cells_of_person, points
from apps.kernel.public import Refused, clean, now
from apps.layout.public import layout
from apps.questions.public import Answers, ReadOut, read_out, shown_as_put
from apps.quizzes.api import review_schemas as shapes
from apps.quizzes.api import schemas as out
from apps.quizzes.facts import rules_of
from apps.quizzes.models import PaperSheet, QuestionRuling, QuizAttempt
from apps.quizzes.putting import Put, has_answer, key_answers
from apps.quizzes.queries import attempts_of, files_by_question, questions_of, quiz_of, rulings_of
from apps.quizzes.reckoning import won_of
from apps.quizzes.said import shows_said
from apps.quizzes.sheets import photos_of
from apps.quizzes.standing import attempts_allowed, own_item, stand_of
from apps.quizzes.taking import places_of

ALL = frozenset(Revealed)
TOLD_BY_SCORE = frozenset((Revealed.SCORE, Revealed.RIGHT, Revealed.WORDS))


@dataclass(frozen=True)
class Look:
    """Who looks, at which questions, and what they are shown of them."""

    course: Course
    puts: Sequence[Put]
    sees: frozenset[Revealed]
    teaching: bool
    fresh: bool
    rulings: Mapping[int, QuestionRuling]
    files: Mapping[int, Sequence[out.AnswerFile]]


def review(course: Course, attempt: QuizAttempt, member: Membership) -> shapes.Review:
    if attempt.handed_in_at is None:
        raise Refused("quiz.still_open", status=409)
    quiz, own = quiz_of(attempt.item_id), attempts_of(attempt.item_id, attempt.person_id)
    rules, laid = rules_of(quiz), layout(course)
    stand = stand_of(course, quiz, rules, attempt.person_id, own)
    cell = cells_of_person(course, attempt.person_id).get(attempt.item_id)
    released = {a.attempt: a.raw for a in cell.attempts if a.released or member.teaches} if cell else {}
    held = cell is not None and cell.held
    sees = ALL if member.teaches else seen_by_student(rules, stand, held=held)
    look = look_of(course, attempt, rules, sees, teaching=member.teaches)
    on_paper = attempt.how == QuizAttempt.PAPER
    return shapes.Review(
        number=attempt.number,
        of=attempts_allowed(rules, own_item(course, attempt.person_id, attempt.item_id)),
        title=laid.items[attempt.item_id].title,
        person=attempt.person.name,
        person_id=attempt.person_id,
        zone=course.zone,
        now=now(),
        started_at=attempt.started_at,
        handed_in_at=attempt.handed_in_at,
        ends_at=attempt.ends_at,
        how=attempt.how,  # type: ignore[arg-type]
        receipt=attempt.receipt_number or "",
        points=str(points(released[attempt.number])) if attempt.number in released else None,
        possible=str(points(sum((Fraction(put.row.points) for put in look.puts), Fraction(0)))),
        attempts=[a.number for a in own if a.handed_in_at],
        shows=shows_said(rules, stand, laid.zone),
        questions=[reviewed(put, look, on_paper=on_paper) for put in look.puts],
        photos=_photos(attempt) if Revealed.ANSWERS in look.sees else [],
        teaching=member.teaches,
        can_change=member.instructs,
    )


def seen_by_student(rules: QuizRules, stand: Stand, *, held: bool) -> frozenset[Revealed]:
    """What the gradebook holds is not told by the marks of its questions either."""
    return shown(rules, stand) - (TOLD_BY_SCORE if held else frozenset())


def look_of(
    course: Course,
    attempt: QuizAttempt,
    rules: QuizRules,
    sees: frozenset[Revealed],
    *,
    teaching: bool,
) -> Look:
    rows = questions_of(attempt)
    return Look(
        course=course,
        puts=[Put(row, rules) for row in rows],
        sees=sees,
        teaching=teaching,
        fresh=rules.fresh,
        rulings=rulings_of(attempt.item_id),
        files=files_by_question(rows),
    )


def _photos(attempt: QuizAttempt) -> list[out.AnswerFile]:
    sheet = PaperSheet.objects.filter(attempt=attempt).first()
    return photos_of(sheet) if sheet is not None else []


def reviewed(put: Put, look: Look, *, on_paper: bool) -> shapes.ReviewedQuestion:
    row, sees = put.row, look.sees
    ruling = look.rulings.get(row.question_id)
    outcome = put.judged(row.answers)
    own, right = Revealed.ANSWERS in sees, Revealed.RIGHT in sees
    won = won_of(row, look.rulings).won
    return shapes.ReviewedQuestion(
        id=row.pk,
        question_id=row.question_id,
        position=row.position,
        name=row.question.name,
        points=str(points(Fraction(row.points))),
        shown=shown_as_put(put.asked, put.row.seed) if own else None,
        answers=row.answers if own else None,
        fields=_fields(outcome) if own and right else {},
        key=key_answers(put.question, put.version) if Revealed.KEY in sees else None,
        key_latex=key_latex(put) if Revealed.KEY in sees else {},
        state=_state(put, outcome, on_paper=on_paper) if right else "",
        won=str(points(won)) if right and won is not None else None,
        by_hand=None if row.by_hand is None or not right else str(points(Fraction(row.by_hand))),
        words=_words(outcome) if Revealed.WORDS in sees and not on_paper else [],
        solution=_solution(put) if Revealed.SOLUTION in sees else "",
        comment=row.comment if right else "",
        tried=put.verdicts if right else [],
        files=list(look.files.get(row.pk, ())) if own else [],
        late=row.late if own else None,
        late_at=row.late_at if own else None,
        ruling=ruling.kind if ruling and right else "",  # type: ignore[arg-type]
        why=ruling.why if ruling and right else "",
        corrected=row.judged_by_id is not None and right,
        seconds=row.seconds if look.teaching else 0,
        taught_in=places_of(look.course, row),
        can_practise=look.fresh and own and not look.teaching and can_practise(put.asked),
    )


def _fields(outcome: Outcome) -> dict[str, ReadOut]:
    return {name: read_out(found) for name, found in outcome.fields.items() if found is not None}


def _state(put: Put, outcome: Outcome, *, on_paper: bool) -> shapes.ReviewState:
    """Of what stood at the end, whatever it cost to come there; on paper, by the points that a person gave."""
    row = put.row
    if on_paper:
        return "read" if row.by_hand is None else verdict_of(Fraction(row.by_hand) / Fraction(row.points))
    if not has_answer(row.answers) and not row.files.exists():
        return "empty"
    if outcome.share is None:
        return "read"
    return verdict_of(outcome.share)


def _words(outcome: Outcome) -> list[str]:
    return [word for found in outcome.fields.values() if isinstance(found, Judged) for word in found.words]


def _solution(put: Put) -> str:
    return clean(filled(put.question.solution, shown_numbers(put.question, put.version)))


def key_latex(put: Put) -> dict[str, str]:
    """The typed keys as they are typeset."""
    keys = key_answers(put.question, put.version)
    typed: Answers = {name: key for name, key in keys.items() if isinstance(key, str) and key}
    found = put.judged(typed).fields
    return {name: judged.latex for name, judged in found.items() if isinstance(judged, Judged) and judged.latex}
