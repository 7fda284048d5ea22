"""All attempts that one person ever handed in, over all courses; and as files to take along."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from django.db.models import QuerySet, Sum
from django.utils.translation import gettext as _
from unvo_core.quizzes.rules import Revealed

from apps.courses.public import Course
from apps.gradebook.public import Given, Released, cells_of_person, points
from apps.kernel.public import Entry, Names, StoredFile, file_entry, plain, text_entry
from apps.layout.public import layout
from apps.path.public import handed_in_said
from apps.quizzes.api.own_schemas import OwnQuiz
from apps.quizzes.api.review_schemas import ReviewedQuestion
from apps.quizzes.facts import rules_of
from apps.quizzes.models import AttemptFile, QuizAttempt, SheetFile
from apps.quizzes.putting import Put, answers_said
from apps.quizzes.queries import attempts_of, quiz_of
from apps.quizzes.receipts import how_said
from apps.quizzes.reviewing import Look, look_of, reviewed, seen_by_student
from apps.quizzes.standing import stand_of


def own_quizzes(person_id: int, given: Given) -> dict[int, list[OwnQuiz]]:
    """By course, the latest first; one query."""
    found: dict[int, list[OwnQuiz]] = {}
    for row in _handed_in(person_id).annotate(worth=Sum("questions__points")):
        out = given.get((row.item_id, row.number))
        found.setdefault(row.course_id, []).append(
            OwnQuiz(
                item_id=row.item_id,
                item=(row.receipt or {}).get("item", row.item.title),
                there=not row.item.removed,
                attempt=row.number,
                number=row.receipt_number or "",
                handed_in_at=row.handed_in_at,  # type: ignore[arg-type]  # the query takes no other
                how=row.how,  # type: ignore[arg-type]  # the model takes no other
                answered=int((row.receipt or {}).get("answered", 0)),
                given=str(points(Fraction(out.raw))) if out else None,
                possible=str(points(Fraction(row.worth or 0))),
                remark=out.comment if out else "",
            )
        )
    return found


def quiz_entries(person_id: int, course: Course, given: Given) -> Iterator[Entry]:
    """A folder an attempt: its questions in the own numbers, as far as the quiz shows them by now, with what was
    answered and what was said of it; and the files that answered."""
    names = Names()
    for row in _handed_in(person_id).filter(course=course):
        folder = (_("Quizzes"), names.folder(f"{row.item.title}, {_('attempt')} {row.number}"))
        look = _look(course, row)
        told = _head(row, given.get((row.item_id, row.number)))
        if look is not None:
            on_paper = row.how == QuizAttempt.PAPER
            told += [line for put in look.puts for line in ("", *_said(put, reviewed(put, look, on_paper=on_paper)))]
            if Revealed.ANSWERS in look.sees:
                yield from (file_entry(folder, stored) for stored in _files(row))
        yield text_entry(folder, _("answers.txt"), "\n".join(told) + "\n")


def _handed_in(person_id: int) -> QuerySet[QuizAttempt]:
    rows = QuizAttempt.objects.filter(person_id=person_id, handed_in_at__isnull=False)
    return rows.select_related("item").order_by("-handed_in_at")


def _head(row: QuizAttempt, given: Released | None) -> list[str]:
    receipt = row.receipt or {}
    lines = [
        f"{receipt.get('item', row.item.title)}, {_('attempt')} {row.number}",
        f"{_('Handed in')}: {handed_in_said(receipt)}, {how_said(row.how)}",
        f"{_('Receipt')}: {row.receipt_number}",
    ]
    if given is not None:
        lines += [f"{_('Given')}: {points(Fraction(given.raw))}", given.comment]
    return [line for line in lines if line.strip()]


def _look(course: Course, attempt: QuizAttempt) -> Look | None:
    """None for a quiz that is not laid out any more: what it shows hangs on its dates."""
    if attempt.item_id not in layout(course).items:
        return None
    own = attempts_of(attempt.item_id, attempt.person_id)
    quiz = quiz_of(attempt.item_id)
    rules = rules_of(quiz)
    stand = stand_of(course, quiz, rules, attempt.person_id, own)
    cell = cells_of_person(course, attempt.person_id).get(attempt.item_id)
    sees = seen_by_student(rules, stand, held=cell is not None and cell.held)
    return look_of(course, attempt, rules, sees, teaching=False)


def _files(attempt: QuizAttempt) -> list[StoredFile]:
    """Those that answered questions, and photographs of a sheet."""
    ways = (AttemptFile.objects.filter(question__attempt=attempt), SheetFile.objects.filter(sheet__attempt=attempt))
    return [file.stored for rows in ways for file in rows.select_related("stored")]


def _said(put: Put, one: ReviewedQuestion) -> list[str]:
    """What of it is shown by now."""
    lines = [f"{one.position + 1}. {one.name} ({one.points} {_('points')})"]
    if one.shown is not None:
        lines += [
            f"   {plain(one.shown.text)}",
            f"   {_('Your answer')}: {answers_said(put, one.answers or {}) or '–'}",
        ]
    if one.won is not None:
        lines.append(f"   {_('Given')}: {one.won}")
    lines += [f"   {word}" for word in one.words]
    if one.comment:
        lines.append(f"   {one.comment}")
    if one.key is not None:
        lines.append(f"   {_('Right')}: {answers_said(put, one.key) or '–'}")
    if one.solution:
        lines.append(f"   {plain(one.solution)}")
    return lines
