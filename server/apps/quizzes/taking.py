"""An attempt under way, as whoever takes it is shown it: no key, no version but their own."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judged import Judged
from unvo_core.quizzes.fresh import can_practise
from unvo_core.quizzes.rules import QuizRules, Revealed, When
from unvo_core.quizzes.tries import points_of, verdict_of

from apps.courses.public import Course
from apps.gradebook.public import points
from apps.kernel.public import Refused, now
from apps.layout.public import layout
from apps.questions.public import Answers, ReadOut, how_read, read_out, shown_as_put, taught_places
from apps.quizzes.actions.answering import Checked, Kept
from apps.quizzes.api import schemas as out
from apps.quizzes.facts import exact, rules_of
from apps.quizzes.models import AttemptQuestion, QuizAttempt
from apps.quizzes.my_quiz import counting_of, own_minutes
from apps.quizzes.putting import NOTHING, Put, named_answers
from apps.quizzes.queries import attempts_of, files_by_question, questions_of, quiz_as_read, quiz_of
from apps.quizzes.said import shows_said
from apps.quizzes.standing import attempts_allowed, own_item, stand_of


def taking(course: Course, attempt: QuizAttempt, holder: str, own: Sequence[QuizAttempt] | None = None) -> out.Taking:
    """`own`: all attempts of whoever takes it, where they are known."""
    quiz = quiz_as_read(course, attempt.item_id)
    rules = rules_of(quiz)
    put = [Put(row, rules) for row in questions_of(attempt)]
    item = own_item(course, attempt.person_id, attempt.item_id)
    own = attempts_of(attempt.item_id, attempt.person_id) if own is None else own
    stand = stand_of(course, quiz, rules, attempt.person_id, own)
    files = files_by_question([one.row for one in put if one.by_person])
    laid = layout(course)
    return out.Taking(
        number=attempt.number,
        of=attempts_allowed(rules, item),
        title=laid.items[attempt.item_id].title,
        points=str(points(sum((Fraction(one.row.points) for one in put), NOTHING))),
        counting=counting_of(course, attempt.item_id),
        started_at=attempt.started_at,
        ends_at=attempt.ends_at,
        minutes=own_minutes(rules, item),
        class_minutes=rules.minutes,
        now=now(),
        zone=course.zone,
        due=item.span.due if item else None,
        held=attempt.holder == holder,
        at=attempt.at,
        one_by_one=rules.one_by_one,
        back=rules.back,
        tries=rules.tries,
        try_cost=str(points(rules.try_cost)),
        shows=shows_said(rules, stand, laid.zone),
        questions=[taken(course, attempt, one, files.get(one.row.pk, [])) for one in put],
    )


def reached(rules: QuizRules, attempt: QuizAttempt, row: AttemptQuestion) -> bool:
    """Whether the question is to be seen now: where there is no way back, only the one at which they are."""
    return not rules.one_by_one or rules.back or row.position == attempt.at


def taken(course: Course, attempt: QuizAttempt, put: Put, files: Sequence[out.AnswerFile]) -> out.TakenQuestion:
    row, rules = put.row, put.rules
    seen = reached(rules, attempt, row)
    fields = read_fields(put, row.answers) if seen else {}
    return out.TakenQuestion(
        id=row.pk,
        position=row.position,
        name=row.question.name,
        points=str(points(Fraction(row.points))),
        shown=shown_as_put(put.asked, row.seed) if seen else None,
        answers=row.answers if seen else {},
        seq=row.seq,
        saved_at=row.answered_at,
        state=state_of(put, fields),
        settled=row.settled,
        tries_left=put.tries_left,
        tries_of=put.tries_allowed,
        tried=put.verdicts,
        won=_won(put) if row.settled and put.tries else None,
        words=_words(put) if put.tries and seen else [],
        fields=fields,
        files=list(files),
        taught_in=places_of(course, row) if seen else [],
        can_practise=seen and rules.fresh and can_practise(put.asked),
    )


def state_of(put: Put, fields: dict[str, ReadOut]) -> out.QuestionState:
    row = put.row
    if put.tries and (row.settled or put.tries[-1].answers == row.answers):
        return verdict_of(exact(put.tries[-1].share))
    if not put.answered:
        return "empty"
    return "form" if any(found.error for found in fields.values()) else "saved"


def read_fields(put: Put, answers: Answers) -> dict[str, ReadOut]:
    """How each answer is read, without a look at any key."""
    given = named_answers(put.asked, put.row.seed, answers)
    return {
        field.name: read_out(how_read(field.asked, given[field.name], in_degrees=put.asked.in_degrees))
        for field in put.asked.fields
        if given.get(field.name)
    }


def _won(put: Put) -> str:
    """What the tries brought in, as they stand."""
    shares = [exact(one.share) or NOTHING for one in put.tries]
    return str(points(points_of(Fraction(put.row.points), shares, put.rules.try_cost)))


def _words(put: Put) -> list[str]:
    """On the last try, where words are said at once."""
    if put.rules.when(Revealed.WORDS) is not When.AT_ONCE:
        return []
    found = put.judged(put.tries[-1].answers).fields.values()
    return [word for judged in found if isinstance(judged, Judged) for word in judged.words]


def places_of(course: Course, row: AttemptQuestion) -> list[out.TaughtRef]:
    """Where its matter was taught."""
    found = taught_places(course).get(row.question_id, ())
    return [out.TaughtRef(item_id=p.item_id, title=p.title, seconds=p.seconds) for p in found]


def saved(kept: Kept) -> out.SavedAnswers:
    return out.SavedAnswers(
        over=kept.over,
        now=now(),
        ends_at=kept.attempt.ends_at,
        questions=[
            out.SavedQuestion(id=row.pk, seq=row.seq, saved_at=row.answered_at, state=_state(row, kept.rules))
            for row in kept.rows
        ],
    )


def _state(row: AttemptQuestion, rules: QuizRules) -> out.QuestionState:
    put = Put(row, rules)
    return state_of(put, read_fields(put, row.answers))


def checked(course: Course, found: Checked) -> out.CheckedOut:
    row = questions_of(found.kept.attempt, [found.row.pk])[0]
    files = files_by_question([row]).get(row.pk, [])
    question = taken(course, found.kept.attempt, Put(row, found.kept.rules), files)
    wrong_form = [f for f in found.outcome.fields.items() if isinstance(f[1], FormError)]
    # A form error that only a look at the key can find is said when the answer is checked, not while it is typed.
    question.fields |= {name: read_out(error) for name, error in wrong_form}
    if wrong_form:
        question.state = "form"
    return out.CheckedOut(question=question, form_errors=bool(wrong_form), now=now())


def read(attempt: QuizAttempt, question_id: int, answers: Answers) -> out.ReadBack:
    rules = rules_of(quiz_of(attempt.item_id))
    row = AttemptQuestion.objects.select_related("edition").filter(attempt=attempt, pk=question_id).first()
    if row is None or not reached(rules, attempt, row):
        raise Refused("quiz.no_such_question_here", status=404)
    return out.ReadBack(fields=read_fields(Put(row, rules), answers))
