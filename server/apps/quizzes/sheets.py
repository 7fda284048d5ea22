"""Reads of sheets: the questions of an attempt on paper, before and after it was taken in."""

from __future__ import annotations

import re
from collections.abc import Iterable
from decimal import Decimal

from django.db.models import QuerySet

from apps.courses.public import Course
from apps.kernel.public import Refused
from apps.questions.public import editions_by_id
from apps.quizzes.api.schemas import AnswerFile
from apps.quizzes.models import AttemptQuestion, PaperSheet, QuizAttempt, SheetFile
from apps.quizzes.queries import file_out

NOT_IN_A_CODE = re.compile(r"[^0-9A-Z]")


def sheets_of(item_id: int) -> QuerySet[PaperSheet]:
    return PaperSheet.objects.filter(item_id=item_id).select_related("person", "attempt")


def own_sheet(item_id: int, person_id: int) -> PaperSheet | None:
    """The one that was not taken in, or else the last."""
    return sheets_of(item_id).filter(person_id=person_id).order_by("-number").first()


def sheet_by_code(course: Course, item_id: int, code: str, *, held: bool = False) -> PaperSheet:
    """Whatever stands between its letters, and in capitals or not. `held`: until the transaction ends."""
    letters = NOT_IN_A_CODE.sub("", code.upper())
    rows = PaperSheet.objects.select_related("person", "attempt", "item")
    rows = rows.select_for_update(of=("self",)) if held else rows
    found = rows.filter(item_id=item_id, item__course=course, code=f"{letters[:3]}-{letters[3:]}").first()
    if found is None:
        raise Refused("quiz.no_such_sheet", status=404, sheet=code)
    return found


def rows_of(sheets: Iterable[PaperSheet]) -> dict[int, list[AttemptQuestion]]:
    """By sheet, its questions as rows of the attempt that it will be, not kept; one query."""
    sheets = list(sheets)
    editions = editions_by_id({one["edition"] for sheet in sheets for one in sheet.questions})
    found = {}
    for sheet in sheets:
        attempt = sheet.attempt or QuizAttempt(number=sheet.number, how=QuizAttempt.PAPER)
        found[sheet.pk] = [
            AttemptQuestion(
                attempt=attempt,
                question=editions[one["edition"]].question,
                edition=editions[one["edition"]],
                position=position,
                points=Decimal(one["points"]),
                seed=one["seed"],
                drawn=one["drawn"],
            )
            for position, one in enumerate(sheet.questions)
        ]
    return found


def photos_of(sheet: PaperSheet) -> list[AnswerFile]:
    return [file_out(file) for file in SheetFile.objects.filter(sheet=sheet).select_related("stored")]
