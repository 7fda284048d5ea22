"""An answer that cannot be read as the kind of answer asked for: what, where, and what to write instead."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field


@dataclass(frozen=True, slots=True)
class FormError:
    """It costs no attempt.

    `code` is stable and never translated. `start` and `end` are offsets into the text as it was typed. `params` fill
    the sentence that the caller's catalogue keeps for the code; `write` among them is the text mended. `latex` is what
    was read of it, with `\\missing` where something is missing; empty where nothing was.
    """

    code: str
    start: int = 0
    end: int = 0
    params: Mapping[str, str] = field(default_factory=dict)
    latex: str = ""

    @property
    def write(self) -> str:
        return self.params.get("write", "")


class FormRefused(Exception):
    """Carries a form error out of a reader; no public function lets it through."""

    def __init__(self, error: FormError) -> None:
        super().__init__(error.code)
        self.error = error


def refuse(code: str, start: int = 0, end: int = 0, **params: str) -> FormRefused:
    return FormRefused(FormError(code, start, end, params))
