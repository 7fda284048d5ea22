"""Sheets of a quiz, and the key to them, as PDF."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction
from typing import Any, Literal

from django.utils.translation import gettext as _
from django.utils.translation import ngettext
from unvo_core.answers.kinds import ByHand, ChoiceAsked, MatchingAsked, OrderingAsked
from unvo_core.questions.showing import filled, shown_numbers

from apps.courses.public import Course, students
from apps.gradebook.public import points
from apps.kernel.public import clean, formulas_written, pdf
from apps.layout.public import layout
from apps.questions.public import AskedOut, shown_question
from apps.quizzes.facts import rules_of
from apps.quizzes.models import PaperSheet, Quiz
from apps.quizzes.putting import Put, key_answers
from apps.quizzes.queries import quiz_of
from apps.quizzes.sheets import rows_of

SHEETS_IN_A_FILE = 25
Room = Literal["none", "some", "much"]
HEIGHTS: dict[Room, float] = {"none": 0, "some": 1, "much": 2}
"""Of what a question asks for: a number takes some 4 cm to work out."""
LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZ"


def sheets_pdf(course: Course, item_id: int, sheets: Sequence[PaperSheet], room: Room = "some") -> bytes:
    """One after the other, each with its code on every page."""
    quiz, rows = quiz_of(item_id), rows_of(sheets)
    sections = _sections(course)
    context = {
        **_head(course, quiz, item_id),
        "sheets": [
            {
                "code": sheet.code,
                "name": sheet.person.name,
                "section": sections.get(sheet.person_id, ""),
                "questions": [_question(Put(row, rules_of(quiz)), HEIGHTS[room]) for row in rows[sheet.pk]],
            }
            for sheet in sheets
        ],
    }
    return pdf("quizzes/sheets.html", context, course_id=course.pk)


def keys_pdf(course: Course, item_id: int, sheets: Sequence[PaperSheet], *, worked: bool = False) -> bytes:
    """By code, what is right in the numbers of each sheet; `worked`: with how it is worked out."""
    quiz, rows = quiz_of(item_id), rows_of(sheets)
    context = {
        **_head(course, quiz, item_id),
        "worked": worked,
        "sheets": [
            {
                "code": sheet.code,
                "name": sheet.person.name,
                "questions": [_key(Put(row, rules_of(quiz)), worked=worked) for row in rows[sheet.pk]],
            }
            for sheet in sheets
        ],
    }
    return pdf("quizzes/keys.html", context, course_id=course.pk)


def _head(course: Course, quiz: Quiz, item_id: int) -> dict[str, Any]:
    return {"course": course, "title": layout(course).items[item_id].title, "minutes": quiz.minutes}


def _sections(course: Course) -> dict[int, str]:
    rows = students(course).select_related("section")
    return {e.person_id: e.section.name for e in rows if e.section}


def _question(put: Put, share: float) -> dict[str, Any]:
    shown = shown_question(put.asked, put.version_asked)
    several = len(shown.fields) > 1
    names = {f.name: f"({LETTERS[n].lower()})" if several else "" for n, f in enumerate(shown.fields)}
    text = filled(
        formulas_written(shown.text),
        {},
        lambda name: f"<u class='gap'>{names[name]}</u>" if name in names else f"[[{name}]]",
    )
    fields = [{**_field(field), "mark": names[field.name]} for field in shown.fields]
    return {
        "number": put.row.position + 1,
        "points": points_said(put),
        "text": text,
        "fields": fields,
        "room": round(share * max((f["room"] for f in fields), default=0)),
    }


def points_said(put: Put) -> str:
    n = points(Fraction(put.row.points))
    return ngettext("%(n)s point", "%(n)s points", 1 if n == 1 else 2) % {"n": n}


def _field(field: AskedOut) -> dict[str, Any]:
    """`room`: millimetres to work in."""
    options = [{"letter": LETTERS[n % 26], "text": formulas_written(o.text)} for n, o in enumerate(field.options)]
    targets = [{"letter": str(n + 1), "text": formulas_written(o.text)} for n, o in enumerate(field.targets)]
    wide = {"by_hand": 70, "choice": 0, "matching": 0, "ordering": 0, "text": 0}
    return {
        "asks": field.asks,
        "label": field.label,
        "options": options,
        "targets": targets,
        "words": _words(field),
        "room": wide.get(field.asks, 40),
    }


def _words(field: AskedOut) -> str:
    said = {
        "choice": _("Tick all that fit.") if field.several else _("Tick one."),
        "matching": _("Write the number that belongs to each letter."),
        "ordering": _("Write the letters in order."),
        "angle": _("A bearing, as in N 42°15′ E.") if field.bearing else _("Degrees, minutes, seconds."),
        "by_hand": _("Write below, or on a sheet of your own with the code on it."),
    }.get(field.asks, "")
    if field.unit:
        said = _("In %(unit)s.") % {"unit": field.unit}
    if field.places is not None:
        said += " " + ngettext("%(n)s decimal.", "%(n)s decimals.", field.places) % {"n": field.places}
    if field.figures is not None:
        said += " " + ngettext("%(n)s significant figure.", "%(n)s significant figures.", field.figures) % {
            "n": field.figures
        }
    return said.strip()


def _key(put: Put, *, worked: bool) -> dict[str, Any]:
    keys, shown = key_answers(put.question, put.version), shown_question(put.question, put.version)
    said = []
    for field, out in zip(put.question.fields, shown.fields, strict=True):
        letters = {o.name: LETTERS[n % 26] for n, o in enumerate(out.options)}
        numbers = {o.name: str(n + 1) for n, o in enumerate(out.targets)}
        given = keys.get(field.name, "")
        match field.asked:
            case ChoiceAsked() | OrderingAsked():
                text = " ".join(letters[name] for name in given if name in letters)
            case MatchingAsked():
                pairs = given if isinstance(given, dict) else {}
                text = "  ".join(f"{letters[a]}–{numbers[b]}" for a, b in pairs.items())
            case ByHand(guide=guide):
                text = guide or _("read by a person")
            case _:
                text = str(given)
        said.append(f"{field.label}: {text}" if field.label else text)
    solution = (
        formulas_written(clean(filled(put.question.solution, shown_numbers(put.question, put.version))))
        if worked
        else ""
    )
    return {
        "number": put.row.position + 1,
        "points": points_said(put),
        "name": put.row.question.name,
        "answers": said,
        "solution": solution,
    }
