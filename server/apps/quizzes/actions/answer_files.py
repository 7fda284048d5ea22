"""Files and recordings that answer a question."""

from __future__ import annotations

from typing import NamedTuple

from django.db.models import Max
from unvo_core.answers.kinds import ByHand

from apps.courses.public import Course
from apps.kernel.public import Actor, Refused, StoredFile, now, record, store, untold
from apps.questions.public import question_of
from apps.quizzes.actions.door import own_attempt
from apps.quizzes.actions.hand_in import is_over
from apps.quizzes.api.schemas import AnswerFile
from apps.quizzes.models import AttemptFile, AttemptQuestion, QuizAttempt
from apps.quizzes.queries import files_by_question

MOST_FILES = 10
MOST_BYTES = 50 * 1024 * 1024


class Place(NamedTuple):
    item_id: int
    number: int
    holder: str
    question_id: int


def add_file(actor: Actor, course: Course, place: Place, upload: object) -> AttemptFile:
    row = _open_question(actor, course, place)
    if not any(isinstance(f.asked, ByHand) and f.asked.sort != "essay" for f in question_of(row.edition).fields):
        raise Refused("quiz.takes_no_files")
    if row.files.count() >= MOST_FILES:
        raise Refused("quiz.too_many_files", most=MOST_FILES)
    owner = ("quiz_answer", row.pk)
    stored: StoredFile = store(actor, course.pk, untold(upload), owner, MOST_BYTES)  # type: ignore[arg-type]
    last = row.files.aggregate(n=Max("position"))["n"] or 0
    made = AttemptFile.objects.create(question=row, stored=stored, position=last + 1)
    after = {"question": row.position + 1, "file": stored.name}
    record(actor, "quiz.add_file", ("quiz_attempt", row.attempt_id), course_id=course.pk, after=after)
    _touch(row)
    return made


def remove_file(actor: Actor, course: Course, place: Place, file_id: int) -> None:
    row = _open_question(actor, course, place)
    found = row.files.select_related("stored").filter(pk=file_id).first()
    if found is None:
        raise Refused("quiz.file_gone", status=404)
    before = {"question": row.position + 1, "file": found.stored.name}
    record(actor, "quiz.remove_file", ("quiz_attempt", row.attempt_id), course_id=course.pk, before=before)
    found.delete()
    found.stored.delete()
    _touch(row)


def files_of(attempt: QuizAttempt, question_id: int) -> list[AnswerFile]:
    rows = list(AttemptQuestion.objects.filter(attempt=attempt, pk=question_id))
    return files_by_question(rows).get(question_id, [])


def _touch(row: AttemptQuestion) -> None:
    row.answered_at = now()
    row.save(update_fields=["answered_at"])


def _open_question(actor: Actor, course: Course, place: Place) -> AttemptQuestion:
    """Held with its attempt until the transaction ends."""
    attempt = own_attempt(actor, course, place.item_id, place.number)
    if attempt.handed_in_at is not None or is_over(attempt, now()):
        raise Refused("quiz.handed_in", status=409)
    if attempt.holder != place.holder:
        raise Refused("quiz.elsewhere", status=409)
    rows = AttemptQuestion.objects.select_related("edition").filter(attempt=attempt, pk=place.question_id)
    row = rows.first()
    if row is None:
        raise Refused("quiz.no_such_question_here", status=404)
    return row
