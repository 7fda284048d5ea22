"""What a discussion asks of one person: posts, and replies to different classmates, each by a moment of its own."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime, time, timedelta
from enum import StrEnum
from fractions import Fraction
from zoneinfo import ZoneInfo

from unvo_core.problems import Problem
from unvo_core.schedule.zones import instant_of

MOST_WANTS = 4
MOST_COUNT = 20
MOST_WORDS = 2000
MOST_DAYS_BEFORE = 180


class What(StrEnum):
    POST = "post"
    REPLY = "reply"


@dataclass(frozen=True, slots=True, kw_only=True)
class Want:
    """`count` posts, or replies to so many different people, of at least `least_words` words each.

    `image`: each with a picture or a recording in it. `days`: on at least so many different days. `days_before` the
    due moment of the item at wall time `at`; without `at`, at the due moment itself. `worth`: its share of the points.
    """

    key: str
    what: What
    count: int = 1
    least_words: int = 0
    image: bool = False
    days: int = 1
    days_before: int = 0
    at: time | None = None
    worth: Fraction = Fraction(1)

    def by(self, due: datetime | None, zone: ZoneInfo) -> datetime | None:
        """Its instant in a course of this zone; None where the item has no due moment. It follows the due moment
        wherever that is moved, and is never after it."""
        if due is None or self.at is None:
            return due
        day = due.astimezone(zone).date() - timedelta(days=self.days_before)
        return min(due, instant_of(datetime.combine(day, self.at), zone))


def next_moment(
    wants: Sequence[Want], have: Mapping[str, int], due: datetime | None, zone: ZoneInfo
) -> datetime | None:
    """By when the next part is due: the earliest moment of a want that is not filled, by key; `due` when all are."""
    left = [w.by(due, zone) for w in wants if have.get(w.key, 0) < w.count]
    return min((by for by in left if by is not None), default=due)


def want_problems(wants: Sequence[Want]) -> list[Problem]:
    """Each figure that is out of bounds, and keys that come twice; `path` is the key of the want."""
    found = []
    if len(wants) > MOST_WANTS or len({w.key for w in wants}) < len(wants):
        found.append(Problem("want.too_many", "wants", {"most": MOST_WANTS}))
    for want in wants:
        if not 1 <= want.count <= MOST_COUNT:
            found.append(Problem("want.count", want.key, {"most": MOST_COUNT}))
        if not 0 <= want.least_words <= MOST_WORDS:
            found.append(Problem("want.words", want.key, {"most": MOST_WORDS}))
        if not 1 <= want.days <= want.count:
            found.append(Problem("want.days", want.key))
        if not 0 <= want.days_before <= MOST_DAYS_BEFORE:
            found.append(Problem("want.before", want.key, {"most": MOST_DAYS_BEFORE}))
        if not 0 <= want.worth <= 100:
            found.append(Problem("want.worth", want.key))
    return found
