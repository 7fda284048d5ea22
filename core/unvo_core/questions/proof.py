"""A question proved before anyone sees it: 200 versions drawn, worked out and answered with their own key."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from math import log

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judging_maths import Setting
from unvo_core.answers.kinds import ByHand, ChoiceAsked, Key, NumberAsked
from unvo_core.answers.numbers import allowed, is_near
from unvo_core.answers.values import Undefined, middle
from unvo_core.questions.drawing import Unfit, Version, draw
from unvo_core.questions.fixes import Fix, apart_from, away_from_nought, defined, finer, mended, with_decimals
from unvo_core.questions.judging import judge_field, setting_of
from unvo_core.questions.key_values import keys_of, right_key, tolerance_of, value_in
from unvo_core.questions.model import Field, Question
from unvo_core.questions.showing import filled, shown_numbers
from unvo_core.questions.spread import Spread, guess_chance, spread_of, twin_chance
from unvo_core.questions.written_keys import written_key

VERSIONS = 200
TRIED_AGAIN = 60
EXAMPLES = 5
TIGHT = 20
"""More draws than this for each version: some students might get none."""
OFTEN = Fraction(1, 2)
"""A chance of twins in the class above which it is said."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Finding:
    """`count` of the versions drawn have it. `code` names a sentence; `at` is the field; `fix` cures it, as tried."""

    code: str
    at: str = ""
    count: int = 0
    params: dict[str, str] = field(default_factory=dict)
    fix: Fix | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class Example:
    """One version: its numbers, and by field the key and each anticipated wrong answer as they are written."""

    numbers: dict[str, str]
    keys: dict[str, str]
    wrong: dict[str, tuple[str, ...]]


@dataclass(frozen=True, slots=True, kw_only=True)
class Proof:
    """`redrawn`: draws that were set aside for one that was kept. `twins`: the chance that two of the class share a
    version, None where nothing varies. `guess`: of hitting a key by a number drawn between the least and the most."""

    drawn: int
    redrawn: float
    twins: float | None
    guess: float | None
    findings: tuple[Finding, ...]
    examples: tuple[Example, ...]
    spread: Spread | None

    @property
    def sound(self) -> bool:
        return not self.findings


NOTHING_DRAWN = Proof(
    drawn=0,
    redrawn=0.0,
    twins=None,
    guess=None,
    findings=(Finding(code="unfit"),),
    examples=(),
    spread=None,
)


def prove(question: Question, class_size: int, count: int = VERSIONS, *, with_fixes: bool = True) -> Proof:
    """For a question without `question_problems`."""
    versions = _versions(question, count)
    if not versions:
        return NOTHING_DRAWN
    tries = sum(version.tries for version in versions)
    twins = twin_chance(question, class_size, len(versions) / tries)
    found = [finding for asked in question.fields for finding in _of_field(question, asked, versions)]
    if len(versions) < count or tries > TIGHT * len(versions):
        found.insert(0, Finding(code="tight", count=len(versions), params={"tries": str(tries)}))
    if twins is not None and twins > OFTEN:
        short = log(1 - twins) / log(1 - float(OFTEN)) if twins < 1 else 1000.0
        found.append(Finding(code="twins", count=round(twins * 100), fix=finer(question, short)))
    if with_fixes:
        found = [_tried(question, finding, class_size) for finding in found]
    return Proof(
        drawn=len(versions),
        redrawn=tries / len(versions) - 1,
        twins=twins,
        guess=guess_chance(question, versions),
        findings=tuple(found),
        examples=tuple(example(question, version) for version in versions[:EXAMPLES]),
        spread=spread_of(question, versions),
    )


def _versions(question: Question, count: int) -> list[Version]:
    """Up to so many, and no more than twenty draws for each, or a question whose conditions hardly ever hold would be
    drawn for minutes."""
    found: list[Version] = []
    budget = TIGHT * count
    for number in range(count):
        try:
            found.append(draw(question, f"proof/{number}", most_tries=max(1, budget)))
        except Unfit:
            return found
        budget -= found[-1].tries
    return found


def _tried(question: Question, finding: Finding, class_size: int) -> Finding:
    """Without a fix that does not cure it."""
    if finding.fix is None:
        return finding
    again = prove(mended(question, finding.fix), class_size, TRIED_AGAIN, with_fixes=False)
    cured = all(
        (f.code, f.at) not in ((finding.code, finding.at), ("unfit", ""), ("tight", "")) for f in again.findings
    )
    fix = finding.fix if cured else None
    return Finding(code=finding.code, at=finding.at, count=finding.count, params=finding.params, fix=fix)


def _of_field(question: Question, asked: Field, versions: Sequence[Version]) -> Iterator[Finding]:
    if isinstance(asked.asked, ByHand):
        return
    missing: list[Version] = []
    forms: dict[str, int] = {}
    wrong = 0
    for version in versions:
        try:
            key = written_key(asked.asked, setting_of(question, version))
            said = judge_field(question, version, asked, key)
        except Undefined:
            missing.append(version)
            continue
        if isinstance(said, FormError):
            forms[said.code] = forms.get(said.code, 0) + 1
        else:
            wrong += not said.right
    if missing:
        yield Finding(code="no_value", at=asked.name, count=len(missing), fix=defined(question, asked, missing))
        return
    for code, count in forms.items():
        yield Finding(code="key_form", at=asked.name, count=count, params={"form": code})
    if wrong:
        yield Finding(code="key_wrong", at=asked.name, count=wrong, fix=with_decimals(asked))
    yield from _alike(question, asked, versions)
    yield from _keys(question, asked, versions)


def _alike(question: Question, asked: Field, versions: Sequence[Version]) -> Iterator[Finding]:
    """Options that read the same in some versions."""
    if not isinstance(asked.asked, ChoiceAsked):
        return
    count = 0
    for version in versions:
        numbers = shown_numbers(question, version)
        texts = [filled(option.text, numbers) for option in asked.asked.options]
        count += len(set(texts)) < len(texts)
    if count:
        yield Finding(code="options_alike", at=asked.name, count=count)


def _keys(question: Question, asked: Field, versions: Sequence[Version]) -> Iterator[Finding]:
    """Keys near nought, and anticipated wrong answers that are right."""
    tolerance = tolerance_of(asked)
    if tolerance is None or isinstance(asked.asked, ByHand | ChoiceAsked):
        return
    right, others = right_key(asked), [key for key in keys_of(asked) if key.credit < 1]
    keys = [value_in(question, version, asked, right) for version in versions]
    nought = sum(abs(middle(key)) <= allowed(key, tolerance) for key in keys) if question.varies else 0
    if nought and isinstance(asked.asked, NumberAsked):
        yield Finding(
            code="near_nought", at=asked.name, count=nought, fix=away_from_nought(question, right.text, keys, tolerance)
        )
    for other in others:
        count = 0
        for key, version in zip(keys, versions, strict=True):
            try:
                count += is_near(value_in(question, version, asked, other), key, tolerance)
            except Undefined:
                continue
        if count:
            fix = apart_from(question, right.text, other.text, keys, tolerance)
            yield Finding(code="wrong_is_right", at=asked.name, count=count, params={"wrong": other.text}, fix=fix)


def example(question: Question, version: Version) -> Example:
    keys: dict[str, str] = {}
    wrong: dict[str, tuple[str, ...]] = {}
    setting = setting_of(question, version)
    for asked in question.fields:
        keys[asked.name] = _written(asked, setting, None)
        others = tuple(_written(asked, setting, key) for key in keys_of(asked) if key.credit < 1)
        if others:
            wrong[asked.name] = others
    return Example(numbers=shown_numbers(question, version), keys=keys, wrong=wrong)


def _written(asked: Field, setting: Setting, key: Key | None) -> str:
    """'' where it has no value."""
    try:
        found = written_key(asked.asked, setting, key)
    except Undefined:
        return ""
    return found if isinstance(found, str) else ", ".join(found)
