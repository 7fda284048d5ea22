"""Banks and questions as the API tells of them."""

from __future__ import annotations

from collections.abc import Sequence
from decimal import Decimal

from unvo_core.questions.model import Question

from apps.courses.public import Course, Membership, can_lay_out
from apps.kernel.public import Allowed, plain, sentence
from apps.questions.actions.read_table import TableLine
from apps.questions.actions.write_qti import Written
from apps.questions.api import schemas as s
from apps.questions.bodies import body_of
from apps.questions.models import Bank, BankQuestion, QuestionEdition
from apps.questions.queries import banks, edition_row, found_questions, newest

BEGINNING = 160
MOST_FOUND = 100


def points(worth: Decimal) -> Decimal:
    """Without needless noughts."""
    return worth.quantize(Decimal(1)) if worth == worth.to_integral() else worth.normalize()


def can_change(member: Membership) -> bool:
    return isinstance(can_lay_out(member), Allowed)


def banks_out(course: Course, member: Membership) -> s.Banks:
    found = [s.BankOut(id=b.pk, name=b.name, count=count) for b, count in banks(course)]
    return s.Banks(banks=found, can_change=can_change(member))


def bank_out(bank: Bank) -> s.BankOut:
    return s.BankOut(id=bank.pk, name=bank.name, count=bank.questions.filter(removed=False).count())


def bank_questions(bank: Bank, member: Membership) -> s.BankQuestions:
    rows = list(bank.questions.filter(removed=False))
    bodies = newest(rows)
    lines = [_line(row, body_of(bodies[row.pk])) for row in rows]
    return s.BankQuestions(
        bank=s.BankOut(id=bank.pk, name=bank.name, count=len(rows)), questions=lines, can_change=can_change(member)
    )


def found_out(course: Course, text: str) -> s.FoundQuestions:
    rows = found_questions(course, text, MOST_FOUND + 1)
    bodies = newest(rows[:MOST_FOUND])
    lines = [
        s.FoundQuestion(**_line(row, body_of(bodies[row.pk])).dict(), bank_id=row.bank_id, bank=row.bank.name)
        for row in rows[:MOST_FOUND]
    ]
    return s.FoundQuestions(questions=lines, more=len(rows) > MOST_FOUND)


def _line(row: BankQuestion, body: Question) -> s.BankQuestionLine:
    return s.BankQuestionLine(
        id=row.pk,
        name=row.name,
        tags=row.tags,
        points=points(row.points),
        edition=row.edition,
        asks=[field.asked.kind for field in body.fields],
        varies=body.varies,
        text=plain(body.text)[:BEGINNING],
    )


def table_out(lines: Sequence[TableLine]) -> s.TableOut:
    return s.TableOut(lines=[_table_line(line) for line in lines])


def _table_line(line: TableLine) -> s.TableLineOut:
    body = line.wish.body if line.wish else None
    return s.TableLineOut(
        line=line.line,
        name=line.name,
        asks=[field.asked.kind for field in body.fields] if body else [],
        varies=body.varies if body else False,
        problems=[sentence(problem.code, problem.params) for problem in line.problems],
        notes=[sentence(note.code, note.params) for note in line.notes],
    )


def export_out(found: Written) -> s.ExportPreview:
    notes = [s.ExportNote(words=sentence(f"qti_export.{code}", {}), names=names) for code, names in found.notes.items()]
    return s.ExportPreview(items=len(found.items), notes=notes)


def question_out(question: BankQuestion, member: Membership) -> s.BankQuestionOut:
    newest_row = edition_row(question)
    rows = question.editions.select_related("saved_by").order_by("-edition").defer("body", "words")
    places = question.taught_in.select_related("item")
    return s.BankQuestionOut(
        id=question.pk,
        bank=bank_out(question.bank),
        name=question.name,
        body=newest_row.body,
        tags=question.tags,
        points=points(question.points),
        edition=question.edition,
        editions=[_edition(row) for row in rows],
        taught_in=[
            s.TaughtOut(item_id=p.item_id, seconds=p.seconds, title=p.item.title) for p in places if not p.item.removed
        ],
        can_change=can_change(member),
    )


def _edition(row: QuestionEdition) -> s.EditionOut:
    who = row.saved_by.name if row.saved_by else ""
    return s.EditionOut(edition=row.edition, saved_at=row.saved_at, saved_by=who)
