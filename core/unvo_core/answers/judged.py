"""What a judge says of an answer that could be read."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction


@dataclass(frozen=True, slots=True)
class Judged:
    """`share` of the points from 0 to 1, None where a person must read it; words for who answered so; `latex` of what
    was read; `notes` are codes of what is said whatever the question: `rounded`."""

    share: Fraction | None
    words: tuple[str, ...] = ()
    latex: str = ""
    notes: tuple[str, ...] = ()

    @property
    def right(self) -> bool:
        return self.share == 1
