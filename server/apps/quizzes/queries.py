"""Reads of quizzes and attempts."""

from __future__ import annotations

from collections.abc import Collection

from django.db.models import F, QuerySet, prefetch_related_objects

from apps.courses.public import ByVersion, Course
from apps.kernel.public import not_found
from apps.layout.public import item_row, kind_of
from apps.questions.public import questions_of_banks
from apps.quizzes.api.schemas import AnswerFile
from apps.quizzes.facts import slots_of
from apps.quizzes.models import (
    AttemptFile,
    AttemptQuestion,
    PaperSheet,
    QuestionRuling,
    Quiz,
    QuizAttempt,
    RoomPlace,
    SheetFile,
)


def quiz_of(item_id: int) -> Quiz:
    """The quiz, or the one that holds until a teacher sets another."""
    return Quiz.objects.filter(item_id=item_id).first() or Quiz(item_id=item_id)


kept_quizzes: ByVersion[Quiz] = ByVersion(256)


def quiz_as_read(course: Course, item_id: int) -> Quiz:
    """Kept under the course's version, for what is asked for again and again. Whoever reads it leaves it as it is."""
    return kept_quizzes.get(course, lambda: quiz_of(item_id), item_id)


def require_quiz(course: Course, item_id: int) -> None:
    if not kind_of(item_row(course, item_id).kind).puts_questions:
        raise not_found("quiz")


def is_begun(item_id: int) -> bool:
    """Somebody has an attempt, or a sheet that they took."""
    sheets = PaperSheet.objects.filter(item_id=item_id, made_by=None)
    return QuizAttempt.objects.filter(item_id=item_id).exists() or sheets.exists()


def attempts_of(item_id: int, person_id: int) -> list[QuizAttempt]:
    """In order, the open one among them."""
    return list(QuizAttempt.objects.filter(item_id=item_id, person_id=person_id).order_by("number"))


def held_attempt(course: Course, item_id: int, person_id: int, number: int) -> QuizAttempt | None:
    """Held until the transaction ends."""
    rows = QuizAttempt.objects.select_for_update().filter(course=course, item_id=item_id, person_id=person_id)
    return rows.filter(number=number).first()


def questions_of(attempt: QuizAttempt, ids: Collection[int] | None = None) -> list[AttemptQuestion]:
    """In order, each with its editions and tries; two queries, three where a key was corrected. `ids`: only these."""
    rows = AttemptQuestion.objects.filter(attempt=attempt)
    found = list(_put(rows if ids is None else rows.filter(pk__in=ids)))
    if any(row.judged_by_id for row in found):
        prefetch_related_objects(found, "judged_by")
    return found


def with_editions(rows: QuerySet[AttemptQuestion]) -> QuerySet[AttemptQuestion]:
    return _put(rows).select_related("judged_by")


def _put(rows: QuerySet[AttemptQuestion]) -> QuerySet[AttemptQuestion]:
    unread = ("edition__words", "edition__saved_at", "edition__saved_by")
    return rows.select_related("edition", "question").defer(*unread).prefetch_related("tries")


def drawn_from(course: Course, quiz: Quiz) -> dict[int, list[int]]:
    """Bank -> its questions in order, of those that the quiz draws from."""
    return questions_of_banks(course, {slot.bank for slot in slots_of(quiz) if slot.bank is not None})


def rulings_of(item_id: int) -> dict[int, QuestionRuling]:
    return {row.question_id: row for row in QuestionRuling.objects.filter(item_id=item_id)}


def room_place(item_id: int, person_id: int) -> RoomPlace | None:
    return RoomPlace.objects.filter(item_id=item_id, person_id=person_id).first()


def attempts_in_class(item_id: int, people: Collection[int]) -> dict[int, list[QuizAttempt]]:
    """By person, in order."""
    found: dict[int, list[QuizAttempt]] = {}
    rows = QuizAttempt.objects.filter(item_id=item_id, person_id__in=people).order_by(F("person_id"), "number")
    for row in rows.defer("receipt"):
        found.setdefault(row.person_id, []).append(row)
    return found


def by_receipt(number: str) -> QuizAttempt | None:
    rows = QuizAttempt.objects.select_related("course", "item", "person")
    return rows.filter(receipt_number=number.upper()).first()


def files_by_question(rows: Collection[AttemptQuestion]) -> dict[int, list[AnswerFile]]:
    """In order; one query, none without rows."""
    found: dict[int, list[AnswerFile]] = {}
    if not rows:
        return found
    for file in AttemptFile.objects.filter(question__in=[row.pk for row in rows]).select_related("stored"):
        found.setdefault(file.question_id, []).append(file_out(file))
    return found


def file_out(file: AttemptFile | SheetFile) -> AnswerFile:
    stored = file.stored
    address = f"/files/{stored.key}/{stored.name}"
    return AnswerFile(id=file.pk, name=stored.name, size=stored.size, address=address)
