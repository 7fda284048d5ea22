"""Form errors and proofs in sentences."""

from __future__ import annotations

from unvo_core.answers.form_errors import FormError
from unvo_core.questions.fixes import Fix
from unvo_core.questions.proof import Finding

from apps.kernel.public import sentence


def said(error: FormError) -> str:
    """What is wrong with the form, and what to write instead where that can be told."""
    main = sentence(f"form.{error.code}", error.params)
    return f"{main} {sentence('form.write', error.params)}" if error.write else main


def found(finding: Finding, drawn: int, students: int) -> str:
    params = {**finding.params, "count": finding.count, "drawn": drawn, "students": students}
    if finding.code == "key_form":
        params["form"] = sentence(f"form.{finding.params['form']}", _Blank())
    return sentence(f"proof.{finding.code}", params)


def offered(fix: Fix) -> str:
    """What pressing it does."""
    if fix.only_if:
        return sentence("proof.fix_only_if", {"parameter": fix.parameter, "only_if": fix.only_if})
    if fix.step is not None:
        return sentence("proof.fix_step", {"parameter": fix.parameter, "step": f"{float(fix.step):g}"})
    return sentence("proof.fix_decimals", {"decimals": fix.decimals})


class _Blank(dict[str, object]):
    """Stands in where a sentence names figures of one answer, and many are spoken of."""

    def __missing__(self, key: str) -> str:
        return "…"
