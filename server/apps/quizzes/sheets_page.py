"""A quiz on paper over its class: who has which sheet, what came back; and one sheet with its key, to be scored."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from django.db.models import Count
from unvo_core.quizzes.slots import question_count, total_points

from apps.courses.public import Course, Membership
from apps.gradebook.public import points
from apps.layout.public import layout
from apps.questions.public import shown_as_put
from apps.quizzes.actions.make_sheets import my_students, without_sheet
from apps.quizzes.api import sheet_schemas as s
from apps.quizzes.facts import rules_of, slots_of
from apps.quizzes.models import AttemptQuestion, PaperSheet
from apps.quizzes.paper import SHEETS_IN_A_FILE
from apps.quizzes.putting import Put, key_answers
from apps.quizzes.queries import questions_of, quiz_of, require_quiz
from apps.quizzes.reviewing import key_latex
from apps.quizzes.sheets import photos_of, rows_of, sheets_of


def sheets_in_order(course: Course, member: Membership, item_id: int) -> list[PaperSheet]:
    """Of the reader's students, by name."""
    mine = my_students(course, member).values("person_id")
    rows = sheets_of(item_id).filter(person_id__in=mine)
    return list(rows.annotate(photos=Count("files")).order_by("person__sort_name", "person_id", "number"))


def sheets_page(course: Course, member: Membership, item_id: int) -> s.SheetsPage:
    require_quiz(course, item_id)
    quiz = quiz_of(item_id)
    rows, slots = sheets_in_order(course, member, item_id), slots_of(quiz)
    sections = dict(my_students(course, member).values_list("person_id", "section__name"))
    return s.SheetsPage(
        title=layout(course).items[item_id].title,
        zone=course.zone,
        paper=quiz.paper,  # type: ignore[arg-type]
        questions=question_count(slots),
        total=str(points(total_points(slots))),
        students=len(sections),
        without=len(without_sheet(course, member, item_id)),
        in_a_file=SHEETS_IN_A_FILE,
        rows=[_row(sheet, sections.get(sheet.person_id) or "") for sheet in rows],
    )


def _row(sheet: PaperSheet, section: str) -> s.PaperRow:
    done = sheet.attempt
    return s.PaperRow(
        code=sheet.code,
        person_id=sheet.person_id,
        name=sheet.person.sort_name,
        section=section,
        number=sheet.number,
        made_at=sheet.made_at,
        photos=getattr(sheet, "photos", 0),
        taken_in_at=done.handed_in_at if done else None,
        points=str(points(Fraction(done.raw))) if done and done.raw is not None else None,
    )


def sheet_out(sheet: PaperSheet) -> s.SheetOut:
    """With its key; as it is scored so far."""
    rules = rules_of(quiz_of(sheet.item_id))
    rows: Sequence[AttemptQuestion]
    rows = questions_of(sheet.attempt) if sheet.attempt else rows_of([sheet])[sheet.pk]
    return s.SheetOut(
        code=sheet.code,
        person_id=sheet.person_id,
        name=sheet.person.name,
        number=sheet.number,
        taken_in_at=sheet.attempt.handed_in_at if sheet.attempt else None,
        photos=photos_of(sheet),
        questions=[_question(Put(row, rules)) for row in rows],
    )


def _question(put: Put) -> s.SheetQuestion:
    row = put.row
    return s.SheetQuestion(
        position=row.position,
        name=row.question.name,
        points=str(points(Fraction(row.points))),
        shown=shown_as_put(put.asked, put.row.seed),
        key=key_answers(put.question, put.version),
        key_latex=key_latex(put),
        by_hand=None if row.by_hand is None else str(points(Fraction(row.by_hand))),
        comment=row.comment,
    )
