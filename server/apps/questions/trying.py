"""A question as its author tries it: proved, and answered as a student would."""

from __future__ import annotations

from dataclasses import asdict

from unvo_core.answers.form_errors import FormError
from unvo_core.answers.judged import Judged
from unvo_core.answers.values import Undefined
from unvo_core.questions.drawing import Unfit, draw
from unvo_core.questions.fixes import mended
from unvo_core.questions.judging import judge_question
from unvo_core.questions.model import Question
from unvo_core.questions.proof import VERSIONS, Example, Finding, Proof, example, prove
from unvo_core.questions.showing import filled, named, shown_numbers

from apps.kernel.public import Lane, Refused, clean
from apps.questions.actions.keep_question import checked
from apps.questions.api import schemas as s
from apps.questions.bodies import body_json
from apps.questions.saying import found, offered
from apps.questions.shapes import answer_in, read_out, share_out, shown_question

PROOFS = Lane[s.ProofOut]("proof.busy", 64)
FEWEST, MOST_WORKED = 40, 4000
"""Versions of any question; keys worked out in one proof."""


def proof_out(body: Question, students: int) -> s.ProofOut:
    """200 versions, drawn and worked; fewer of a question with very many keys. Raises Refused for a question that can't
    be asked at all, and while five other proofs wait."""
    question = checked(body)
    return PROOFS.get((question, students), lambda: _proved(question, students))


def _proved(question: Question, students: int) -> s.ProofOut:
    keys = sum(len(getattr(field.asked, "keys", ())) for field in question.fields)
    proof = prove(question, students, max(FEWEST, min(VERSIONS, MOST_WORKED // max(1, keys))))
    return s.ProofOut(
        drawn=proof.drawn,
        redrawn=proof.redrawn,
        students=students,
        twins=proof.twins,
        guess=proof.guess,
        findings=[_finding(question, finding, proof, students) for finding in proof.findings],
        examples=[_example(one) for one in proof.examples],
        spread=None if proof.spread is None else s.SpreadOut.model_validate(asdict(proof.spread)),
    )


def _finding(question: Question, finding: Finding, proof: Proof, students: int) -> s.FindingOut:
    fix = finding.fix
    mend = None if fix is None else s.FixOut(words=offered(fix), body=body_json(mended(question, fix)))
    words = found(finding, proof.drawn, students)
    return s.FindingOut(code=finding.code, at=finding.at, words=words, fix=mend)


def _example(one: Example) -> s.ExampleOut:
    return s.ExampleOut(numbers=one.numbers, keys=one.keys, wrong={name: list(w) for name, w in one.wrong.items()})


def tried(wish: s.TryIn) -> s.Tried:
    """One version, shown and answered."""
    question = checked(wish.body)
    try:
        version = draw(question, f"try/{wish.seed}")
        answers = {
            field.name: named(field.asked, answer_in(wish.answers[field.name]), f"{version.seed}|{field.name}")
            for field in question.fields
            if field.name in wish.answers
        }
        outcome = judge_question(question, version, answers)
        key = example(question, version)
    except Unfit:
        raise Refused("proof.unfit") from None
    except Undefined as undefined:
        raise Refused(f"form.{undefined.code}") from None
    numbers = shown_numbers(question, version)
    return s.Tried(
        question=shown_question(question, version),
        numbers=numbers,
        fields={name: _field(judged) for name, judged in outcome.fields.items() if judged is not None},
        share=share_out(outcome.share),
        key=key.keys,
        solution=clean(filled(question.solution, numbers)),
    )


def _field(judged: Judged | FormError) -> s.TriedField:
    share = judged.share if isinstance(judged, Judged) else None
    words = list(judged.words) if isinstance(judged, Judged) else []
    return s.TriedField(read=read_out(judged), share=share_out(share), words=words)
