"""How the scores of one item count."""

from __future__ import annotations

from dataclasses import dataclass
from fractions import Fraction

from unvo_core.grading.attempts import Counting
from unvo_core.grading.conversion import ConversionTable
from unvo_core.grading.late import LateRule


@dataclass(frozen=True, slots=True)
class ItemRules:
    """Which attempt counts, by which table its points are recorded, and what lateness takes from them."""

    counting: Counting
    late_rule: LateRule | None
    table: ConversionTable | None = None

    def recorded(self, raw: Fraction, possible: Fraction) -> Fraction:
        """The points that stand for `raw`, before any deduction for lateness."""
        return raw if self.table is None else self.table.recorded(raw, possible)


FIRST_RULES = ItemRules("latest", None)
"""Of what was never set up."""
