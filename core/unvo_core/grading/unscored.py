"""How work without a score stands."""

from __future__ import annotations

from unvo_core.grading.totals import Standing


def unscored(*, takes_hand_ins: bool, handed_in: bool, late: bool) -> Standing:
    """What is not handed in here is never missing; `late`: its due moment is past."""
    if not takes_hand_ins:
        return Standing.OPEN
    if handed_in:
        return Standing.WAITING
    return Standing.MISSING if late else Standing.OPEN
