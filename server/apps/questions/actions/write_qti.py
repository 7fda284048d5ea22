"""A bank as a package of QTI 3.0."""

from __future__ import annotations

import re
from dataclasses import dataclass, field
from fractions import Fraction

from django.core.files.storage import default_storage
from unvo_core.answers.values import Undefined
from unvo_core.questions.drawing import Unfit
from unvo_core.questions.model import Question
from unvo_core.questions.qti.fixed import fixed_question
from unvo_core.questions.qti.package import write_package
from unvo_core.questions.qti.writing import item_xml

from apps.kernel.public import StoredFile
from apps.questions.models import Bank, BankQuestion
from apps.questions.putting import question_of, version_of
from apps.questions.queries import newest

MOST_VERSIONS = 20
OWN_PICTURE = re.compile(r'src="/files/([0-9a-f-]{36})/([^"]+)"')


@dataclass
class Written:
    """`items`: identifier, XML, its pictures; `notes`: by code, the questions of which the format can't say it."""

    items: list[tuple[str, bytes, list[str]]] = field(default_factory=list)
    files: dict[str, bytes] = field(default_factory=dict)
    notes: dict[str, list[str]] = field(default_factory=dict)

    def note(self, code: str, name: str) -> None:
        told = self.notes.setdefault(code, [])
        if name not in told:
            told.append(name)


def written_bank(bank: Bank, versions: int) -> Written:
    """Each question as one item, or as so many where its numbers change: the format holds what was drawn, not how."""
    out = Written()
    rows = list(bank.questions.filter(removed=False))
    editions = newest(rows)
    for row in rows:
        question = question_of(editions[row.pk])
        for n in range(1, (versions if question.varies else 1) + 1):
            _item(out, bank, row, question, n)
        if question.varies:
            out.note("versions", row.name)
    return out


def package_of(bank: Bank, versions: int) -> bytes:
    found = written_bank(bank, versions)
    return write_package(found.items, found.files)


def _item(out: Written, bank: Bank, row: BankQuestion, question: Question, n: int) -> None:
    try:
        fixed = fixed_question(question, version_of(question, f"qti/{row.pk}/{n}"))
    except (Unfit, Undefined):
        out.note("no_version", row.name)
        return
    identifier = f"q{row.pk}-{n}"
    title = f"{row.name} ({n})" if question.varies else row.name
    xml, notes = item_xml(identifier, title, Fraction(row.points), fixed)
    for code in notes:
        out.note(code, row.name)
    text, pictures = _with_pictures(out, bank, xml.decode())
    out.items.append((identifier, text.encode(), pictures))


def _with_pictures(out: Written, bank: Bank, text: str) -> tuple[str, list[str]]:
    """Those of the bank's own course, under names of the package."""
    named = []

    def one(match: re.Match[str]) -> str:
        stored = StoredFile.objects.filter(key=match.group(1), course_id=bank.course_id).first()
        if stored is None:
            return match.group(0)
        name = f"pictures/{stored.key}-{stored.name}"
        if name not in out.files:
            with default_storage.open(stored.path) as content:
                out.files[name] = content.read()
        named.append(name)
        return f'src="../{name}"'

    return OWN_PICTURE.sub(one, text), named
