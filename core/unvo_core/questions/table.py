"""Questions as rows of a table: what a teacher writes in a spreadsheet, and what a bank is written out as.

One row a question. `Whole` holds all of a question as its bank keeps it; where it is empty, the other columns say it.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from html import escape, unescape

from unvo_core.answers.formulas import Variable
from unvo_core.answers.kinds import (
    AngleAsked,
    Asked,
    ByHand,
    ChoiceAsked,
    FormulaAsked,
    FractionAsked,
    IntervalAsked,
    Key,
    ListAsked,
    NumberAsked,
    Option,
    OrderingAsked,
    PointAsked,
    TextAsked,
)
from unvo_core.answers.numbers import Nearness, Tolerance
from unvo_core.problems import Problem
from unvo_core.questions.changes import changes_from, changes_text
from unvo_core.questions.decimals import written
from unvo_core.questions.model import Field, Question

COLUMNS = (
    *("Name", "Points", "Objectives", "Question", "Kind", "Answer", "How near", "Unit", "Options", "What changes"),
    *("Solution", "Whole"),
)
MOST_ROWS = 500
LETTERS = "abcdefghijklmnopqrstuvwxyz"
GUARDED = ("=", "+", "-", "@", "\t")
"""A spreadsheet takes a cell that begins so for a formula."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """A line of the table, counted from 1 with its head; `question` is None where `problems` say why."""

    line: int
    name: str = ""
    points: Fraction = Fraction(1)
    tags: tuple[str, ...] = ()
    question: Question | None = None
    problems: tuple[Problem, ...] = ()


def write_row(name: str, points: str, tags: Sequence[str], question: Question, whole: str) -> list[str]:
    """In the order of COLUMNS, guarded against being taken for formulas."""
    asked = question.fields[0].asked
    cells = [
        *(name, points, "; ".join(tags), _plain(question.text), kind_word(asked), _answer(asked), _near(asked)),
        *(getattr(asked, "unit", ""), " | ".join(_plain(o.text) for o in getattr(asked, "options", ()))),
        *(changes_text(question.parameters), _plain(question.solution), whole),
    ]
    return [f"'{cell}" if cell.startswith(GUARDED) else cell for cell in cells]


def read_rows(cells: Sequence[Sequence[str]], whole: Callable[[str], Question | None]) -> list[Row]:
    """By the names in the head, in whatever order; `whole` reads that column. Empty lines are left out."""
    if not cells:
        return []
    head = [cell.strip().lower() for cell in cells[0]]
    wanted = {column: head.index(column.lower()) for column in COLUMNS if column.lower() in head}
    if "Name" not in wanted or not {"Question", "Whole"} & wanted.keys():
        return [Row(line=1, problems=(Problem("question_table.head", "", {"columns": ", ".join(COLUMNS)}),))]
    rows = []
    for line, cell in enumerate(cells[1:], start=2):
        if any(text.strip() for text in cell):
            found = {c: _unguarded(cell[at]) if at < len(cell) else "" for c, at in wanted.items()}
            rows.append(_row(line, found, whole))
    return rows


def _unguarded(cell: str) -> str:
    return cell[1:] if cell.startswith("'") and cell[1:].startswith(GUARDED) else cell


def _row(line: int, cells: dict[str, str], whole: Callable[[str], Question | None]) -> Row:
    name = cells.get("Name", "").strip()
    tags = tuple(tag.strip() for tag in cells.get("Objectives", "").split(";") if tag.strip())
    row = Row(line=line, name=name, tags=tags)
    problems = [] if name else [Problem("question_table.name", "Name")]
    try:
        points = Fraction(cells.get("Points", "").strip() or "1")
    except (ValueError, ZeroDivisionError):
        problems.append(Problem("question_table.points", "Points", {"text": cells["Points"][:40]}))
        points = Fraction(1)
    question: Question | None = None
    if cells.get("Whole", "").strip():
        question = whole(cells["Whole"])
        if question is None:
            problems.append(Problem("question_table.whole", "Whole"))
    else:
        question = _question(cells, problems)
    return replace(row, points=points, question=None if problems else question, problems=tuple(problems))


def _question(cells: dict[str, str], problems: list[Problem]) -> Question | None:
    asked = _asked(cells, problems)
    parameters = changes_from(cells.get("What changes", ""), problems)
    if asked is None or parameters is None:
        return None
    return Question(
        text=_html(cells.get("Question", "")),
        fields=(Field(name="answer", asked=asked),),
        parameters=parameters,
        solution=_html(cells.get("Solution", "")),
    )


def kind_word(asked: Asked) -> str:
    match asked:
        case ChoiceAsked(several=True):
            return "choices"
        case AngleAsked(bearing=True):
            return "bearing"
        case OrderingAsked():
            return "order"
        case TextAsked():
            return "words"
        case ByHand(sort=sort):
            return sort
        case _:
            return asked.kind


def _asked(cells: dict[str, str], problems: list[Problem]) -> Asked | None:
    kind = cells.get("Kind", "").strip().lower() or "number"
    answer, near = cells.get("Answer", "").strip(), cells.get("How near", "").strip()
    keys = tuple(Key(text.strip()) for text in answer.split("||") if text.strip())
    match kind:
        case "number":
            return NumberAsked(keys=keys, tolerance=_tolerance(near, problems), unit=cells.get("Unit", "").strip())
        case "fraction":
            return FractionAsked(keys=keys)
        case "formula":
            names = dict.fromkeys(re.findall(r"\b[a-z]\b", answer))
            return FormulaAsked(keys=keys, variables=tuple(Variable(name) for name in names if name != "e"))
        case "list":
            return ListAsked(keys=keys, tolerance=_tolerance(near, problems))
        case "interval":
            return IntervalAsked(keys=keys, tolerance=_tolerance(near, problems))
        case "point":
            size = answer.count(",") + 1
            return PointAsked(keys=keys, tolerance=_tolerance(near, problems), size=max(1, size))
        case "angle" | "bearing":
            return AngleAsked(keys=keys, seconds=_seconds(near, problems), bearing=kind == "bearing", turns=True)
        case "words" | "text":
            return TextAsked(keys=keys)
        case "choice" | "choices" | "order":
            return _options(kind, cells.get("Options", ""), answer, problems)
        case "essay" | "file" | "recording":
            return ByHand(sort="file" if kind == "file" else "recording" if kind == "recording" else "essay")
        case _:
            problems.append(Problem("question_table.kind", "Kind", {"kind": kind[:40]}))
            return None


def _options(kind: str, cell: str, answer: str, problems: list[Problem]) -> Asked | None:
    """Separated by bars or lines; the right ones by their text or by their letter."""
    texts = [text.strip() for text in re.split(r"\||\n", cell) if text.strip()][: len(LETTERS)]
    if kind == "order":
        return OrderingAsked(options=tuple(Option(LETTERS[n], escape(t)) for n, t in enumerate(texts)))
    wanted = {text.strip().lower() for text in re.split(r"\||\n", answer) if text.strip()}
    right = [text.lower() in wanted or LETTERS[n] in wanted for n, text in enumerate(texts)]
    if not any(right):
        problems.append(Problem("question_table.no_right", "Answer", {"answer": answer[:80]}))
        return None
    options = tuple(Option(LETTERS[n], escape(text), right=right[n]) for n, text in enumerate(texts))
    return ChoiceAsked(options=options, several=kind == "choices")


def _tolerance(text: str, problems: list[Problem]) -> Tolerance:
    """'3 decimals', '4 figures', '0.5 %', '0.01', or nothing for exactly."""
    if not text:
        return Tolerance()
    match = re.fullmatch(r"([\d./]+)\s*(decimals?|figures?|%)?", text)
    amount = _fraction(match.group(1)) if match else None
    if match is None or amount is None:
        problems.append(Problem("question_table.near", "How near", {"text": text[:40]}))
        return Tolerance()
    match (match.group(2) or "")[:1]:
        case "d":
            return Tolerance(Nearness.DECIMALS, amount)
        case "f":
            return Tolerance(Nearness.FIGURES, amount)
        case "%":
            return Tolerance(Nearness.RELATIVE, amount / 100)
        case _:
            return Tolerance(Nearness.WITHIN, amount)


def _seconds(text: str, problems: list[Problem]) -> Fraction:
    amount = _fraction(re.sub(r"\s*(seconds?|\"|″)$", "", text)) if text else Fraction(30)
    if amount is None:
        problems.append(Problem("question_table.near", "How near", {"text": text[:40]}))
    return amount or Fraction(0)


def _fraction(text: str) -> Fraction | None:
    try:
        return Fraction(text)
    except (ValueError, ZeroDivisionError):
        return None


def _answer(asked: Asked) -> str:
    match asked:
        case ChoiceAsked(options=options):
            return " | ".join(_plain(o.text) for o in options if o.right)
        case OrderingAsked() | ByHand():
            return ""
        case _:
            return " || ".join(key.text for key in getattr(asked, "keys", ()) if key.credit == 1)


def _near(asked: Asked) -> str:
    if isinstance(asked, AngleAsked):
        return f"{written(asked.seconds)} seconds"
    tolerance = getattr(asked, "tolerance", None)
    if not isinstance(tolerance, Tolerance):
        return ""
    match tolerance.nearness:
        case Nearness.DECIMALS | Nearness.FIGURES:
            return f"{tolerance.amount} {tolerance.nearness}"
        case Nearness.RELATIVE:
            return f"{written(tolerance.amount * 100)} %"
        case Nearness.WITHIN:
            return written(tolerance.amount)
        case Nearness.EXACT:
            return ""


def _html(text: str) -> str:
    """Markup as it is; plain lines as paragraphs."""
    if text.lstrip().startswith("<"):
        return text
    return "".join(f"<p>{escape(line.strip(), quote=False)}</p>" for line in text.splitlines() if line.strip())


def _plain(html: str) -> str:
    """Paragraphs as lines where there is nothing else; markup where there is."""
    lines = re.sub(r"</p>\s*<p>", "\n", html.strip().removeprefix("<p>").removesuffix("</p>"))
    return html if "<" in lines else unescape(lines)
