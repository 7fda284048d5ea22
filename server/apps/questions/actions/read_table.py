from __future__ import annotations

import csv
from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from io import StringIO

from pydantic import ValidationError
from unvo_core.formats.cells import cells_of
from unvo_core.problems import Problem
from unvo_core.questions.model import Question
from unvo_core.questions.table import COLUMNS, MOST_ROWS, read_rows, write_row

from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, Refused, require, together
from apps.questions.actions.keep_question import QuestionWish, checked, make_question
from apps.questions.bodies import BODY, body_of
from apps.questions.models import Bank
from apps.questions.queries import bank_row, newest

LONGEST = 2_000_000


@dataclass(frozen=True, slots=True, kw_only=True)
class TableLine:
    """What becomes of a line, or of an item of a package: a question, or what is wrong with it. `notes`: what of it is
    left behind."""

    line: int
    name: str
    wish: QuestionWish | None
    problems: tuple[Problem, ...]
    notes: tuple[Problem, ...] = ()


def lines_of(text: str) -> list[TableLine]:
    """Each line of a pasted table or a CSV file, checked as a question that is saved."""
    if len(text) > LONGEST:
        raise Refused("question_table.too_long", most=LONGEST // 1_000_000)
    return lines_in(cells_of(text) if text.strip() else [])


def lines_in(cells: Sequence[Sequence[str]]) -> list[TableLine]:
    """As `lines_of`, of cells."""
    rows = read_rows(cells, _whole) if cells else []
    if not rows:
        raise Refused("question_table.empty")
    if len(rows) > MOST_ROWS:
        raise Refused("question_table.rows", count=len(rows), most=MOST_ROWS)
    found = []
    for row in rows:
        wish, problems = None, row.problems
        if row.question is not None:
            wish, problems = wished(row.name, row.question, row.points, row.tags)
        found.append(TableLine(line=row.line, name=row.name, wish=wish, problems=problems))
    return found


def wished(
    name: str, question: Question, points: Fraction, tags: Sequence[str] = ()
) -> tuple[QuestionWish | None, tuple[Problem, ...]]:
    """Checked as a question that is saved, or what is wrong with it."""
    try:
        body = checked(question)
    except Refused as refused:
        return None, tuple(refused.fields) or (Problem(refused.code, "", refused.params),)
    return QuestionWish(name=name, body=body, tags=tags, points=Decimal(str(round(float(points), 2)))), ()


def take_in_table(actor: Actor, course: Course, bank_id: int, text: str) -> int:
    """The questions of a table into a bank, without the lines with something wrong. Returns how many."""
    require(can_lay_out(membership(actor, course)))
    return take_in(actor, course, bank_id, [line.wish for line in lines_of(text) if line.wish])


def take_in(actor: Actor, course: Course, bank_id: int, wishes: Sequence[QuestionWish]) -> int:
    """As one change."""
    bank = bank_row(course, bank_id)
    with together(actor, "bank.take_in", ("bank", bank.pk), course_id=course.pk):
        for wish in wishes:
            make_question(actor, course, bank.pk, wish)
    return len(wishes)


def table_of(bank: Bank) -> str:
    """CSV (RFC 4180) of a bank, its head first; it is read back as the same questions."""
    rows = list(bank.questions.filter(removed=False))
    bodies = newest(rows)
    out = StringIO(newline="")
    table = csv.writer(out)
    table.writerow(COLUMNS)
    for row in rows:
        body = body_of(bodies[row.pk])
        table.writerow(write_row(row.name, f"{row.points:f}", row.tags, body, BODY.dump_json(body).decode()))
    return out.getvalue()


def _whole(text: str) -> Question | None:
    try:
        return BODY.validate_json(text)
    except ValidationError:
        return None
