"""Reads of banks and questions."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from typing import NamedTuple
from uuid import UUID

from django.db.models import Count, Exists, OuterRef, Q

from apps.courses.public import ByVersion, Course
from apps.kernel.public import not_found
from apps.questions.models import Bank, BankQuestion, QuestionEdition, TaughtIn


def banks(course: Course) -> list[tuple[Bank, int]]:
    """In their order, each with how many questions it has."""
    there = Count("questions", filter=Q(questions__removed=False))
    rows = Bank.objects.filter(course=course, removed=False).annotate(there=there)
    return [(bank, bank.there) for bank in rows]


def bank_row(course: Course, bank_id: int) -> Bank:
    found = Bank.objects.filter(course=course, pk=bank_id, removed=False).first()
    if found is None:
        raise not_found("question bank")
    return found


def question_row(course: Course, question_id: int, *, removed: bool = False) -> BankQuestion:
    rows = BankQuestion.objects.select_related("bank").filter(bank__course=course, bank__removed=False, removed=removed)
    found = rows.filter(pk=question_id).first()
    if found is None:
        raise not_found("question")
    return found


def found_questions(course: Course, text: str, most: int) -> list[BankQuestion]:
    """Those whose name, objectives or newest words have every word of the text; in the order of the banks."""
    rows = BankQuestion.objects.filter(bank__course=course, bank__removed=False, removed=False).select_related("bank")
    for word in text.split():
        said = QuestionEdition.objects.filter(
            question=OuterRef("pk"), edition=OuterRef("edition"), words__icontains=word
        )
        rows = rows.filter(Q(name__icontains=word) | Q(tags__icontains=word) | Exists(said))
    return list(rows.order_by("bank__position", "bank_id", "position", "id")[:most])


def edition_row(question: BankQuestion, edition: int | None = None) -> QuestionEdition:
    found = question.editions.filter(edition=edition or question.edition).first()
    if found is None:
        raise not_found("edition")
    return found


def newest(questions: Collection[BankQuestion]) -> dict[int, QuestionEdition]:
    """The newest edition of each, by question; one query."""
    wanted = {question.pk: question.edition for question in questions}
    rows = QuestionEdition.objects.filter(question_id__in=wanted)
    return {row.question_id: row for row in rows if row.edition == wanted[row.question_id]}


def editions_by_id(edition_ids: Collection[int]) -> dict[int, QuestionEdition]:
    """Each with its question; one query."""
    return QuestionEdition.objects.select_related("question").in_bulk(list(edition_ids))


def files_in_bank_questions(keys: Collection[UUID]) -> set[UUID]:
    """Those of these files that some edition of a question shows."""
    return {key for key in keys if QuestionEdition.objects.filter(body__icontains=str(key)).exists()}


def questions_of_banks(course: Course, bank_ids: Collection[int]) -> dict[int, list[int]]:
    """Bank -> the ids of its questions in order; one query, none where no bank is asked for."""
    found: dict[int, list[int]] = {pk: [] for pk in bank_ids}
    if bank_ids:
        there = BankQuestion.objects.filter(bank__course=course, bank__removed=False, removed=False)
        rows = there.filter(bank_id__in=bank_ids)
        for bank, pk in rows.order_by("bank_id", "position", "id").values_list("bank_id", "pk"):
            found[bank].append(pk)
    return found


def named_questions(course: Course, question_ids: Collection[int]) -> dict[int, BankQuestion]:
    """By id, those that were taken out of their bank too."""
    rows = BankQuestion.objects.filter(bank__course=course, pk__in=question_ids).select_related("bank")
    return {row.pk: row for row in rows}


class Taught(NamedTuple):
    """Where the matter of a question was taught: an item, or the second of its recording from which on."""

    item_id: int
    title: str
    seconds: int | None


kept_places: ByVersion[dict[int, list[Taught]]] = ByVersion(64)


def taught_places(course: Course) -> Mapping[int, Sequence[Taught]]:
    """By question of the course's banks, in order; items that are gone are left out. Kept under its version."""
    return kept_places.get(course, lambda: _places(course))


def _places(course: Course) -> dict[int, list[Taught]]:
    found: dict[int, list[Taught]] = {}
    rows = TaughtIn.objects.filter(question__bank__course=course, item__removed=False)
    for question_id, item_id, title, seconds in rows.values_list("question_id", "item_id", "item__title", "seconds"):
        found.setdefault(question_id, []).append(Taught(item_id, title, seconds))
    return found
