"""One's part in words and figures."""

from __future__ import annotations

from fractions import Fraction

from unvo_core.talk.counting import Part

from apps.gradebook.public import points
from apps.layout.public import LaidItem, want_said
from apps.talk.api import schemas as out


def part_out(part: Part, item: LaidItem) -> out.YourPart:
    worth = sum((h.want.worth for h in part.haves), Fraction(0))
    scored = bool(item.possible) and worth > 0
    return out.YourPart(
        wants=[
            out.WantHave(
                key=h.want.key,
                what=h.want.what,
                words=want_said(h.want),
                count=h.want.count,
                have=len(h.taken),
                late=h.late,
                by=h.by,
                each=str(points(item.possible * h.want.worth / worth / h.want.count)) if scored else None,
            )
            for h in part.haves
        ],
        done=part.done,
        done_at=part.done_at,
        proposed=str(points(part.proposed(item.possible))) if scored else None,
        possible=str(points(item.possible)) if scored else None,
    )
