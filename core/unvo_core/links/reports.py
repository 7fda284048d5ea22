"""What a linked system reports of one person's work, by the words of Assignment and Grade Services 2.0."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from decimal import ROUND_HALF_UP, Decimal
from enum import StrEnum
from fractions import Fraction
from typing import Any

from unvo_core.problems import Problem
from unvo_core.schedule.zones import require_aware

MOST_COMMENT = 4000
MOST_POINTS = 99_999
CENT = Decimal("0.01")


class Activity(StrEnum):
    """How far the person is (AGS 2.0, 3.4.7)."""

    INITIALIZED = "Initialized"
    STARTED = "Started"
    IN_PROGRESS = "InProgress"
    SUBMITTED = "Submitted"
    COMPLETED = "Completed"


class Grading(StrEnum):
    """How far the grading is (AGS 2.0, 3.4.8)."""

    NOT_READY = "NotReady"
    FAILED = "Failed"
    PENDING = "Pending"
    PENDING_MANUAL = "PendingManual"
    FULLY_GRADED = "FullyGraded"


@dataclass(frozen=True, slots=True, kw_only=True)
class Report:
    """One score message. `given` of `most`, both None where only progress is told. `submitted_at`: when the work was
    handed in there, if it says so."""

    at: datetime
    activity: Activity
    grading: Grading
    given: Fraction | None = None
    most: Fraction | None = None
    comment: str = ""
    submitted_at: datetime | None = None

    def __post_init__(self) -> None:
        require_aware(self.at, self.submitted_at)

    @property
    def begun(self) -> bool:
        return self.activity is not Activity.INITIALIZED

    @property
    def handed_in(self) -> bool:
        return self.activity in (Activity.SUBMITTED, Activity.COMPLETED)

    @property
    def counts(self) -> bool:
        """A platform takes no score that is not fully graded for the one that counts (AGS 2.0, 3.4.8)."""
        return self.grading is Grading.FULLY_GRADED and self.given is not None

    @property
    def by(self) -> datetime:
        """The moment by which late rules go: when it was handed in, or else when it was scored."""
        return self.submitted_at or self.at


def points_of(report: Report, out_of: Decimal) -> Decimal:
    """Its score in the points of an item, to a hundredth, half up; extra credit goes above. Raises ValueError for a
    report without a score."""
    if report.given is None or report.most is None:
        raise ValueError("a report without a score")
    value = report.given * Fraction(out_of) / report.most
    return (Decimal(value.numerator) / Decimal(value.denominator)).quantize(CENT, ROUND_HALF_UP)


def is_newer(at: datetime, held: datetime | None) -> bool:
    """A platform refuses what is not later than what it holds (AGS 2.0, 3.4.2)."""
    return held is None or at > held


def is_settled(theirs: Decimal | None, given: Decimal | None, *, asked: bool = False, seen: bool = False) -> bool:
    """Whether no person has to say which of two scores counts. `theirs`: the system's, in the points of the item;
    `given`: the one that a person gave here. `asked`: the system said it when it was asked, and something else
    before; `seen`: a person saw this very one and kept ours."""
    if theirs is None or seen:
        return True
    return not asked and (given is None or given == theirs)


def read_report(body: Mapping[str, Any]) -> Report | Problem:
    """A score message as it came. What it says in a member that is not of the standard is not looked at."""
    at = moment_of(body.get("timestamp"))
    if at is None:
        return Problem("links.timestamp", "timestamp")
    activity, grading = body.get("activityProgress"), body.get("gradingProgress")
    if activity not in list(Activity):
        return Problem("links.activity", "activityProgress")
    if grading not in list(Grading):
        return Problem("links.grading", "gradingProgress")
    points = _points(body)
    if isinstance(points, Problem):
        return points
    comment = body.get("comment") or ""
    if not isinstance(comment, str) or len(comment) > MOST_COMMENT:
        return Problem("links.comment", "comment", {"most": MOST_COMMENT})
    told = body.get("submission")
    submitted = told.get("submittedAt") if isinstance(told, Mapping) else None
    submitted_at = moment_of(submitted)
    if submitted is not None and submitted_at is None:
        return Problem("links.submitted_at", "submission.submittedAt")
    return Report(
        at=at,
        activity=Activity(activity),
        grading=Grading(grading),
        given=points and points[0],
        most=points and points[1],
        comment=comment,
        submitted_at=submitted_at,
    )


def _points(body: Mapping[str, Any]) -> tuple[Fraction, Fraction] | Problem | None:
    """scoreGiven and scoreMaximum; a maximum is asked for where a score is given, and is above 0."""
    if body.get("scoreGiven") is None:
        return None
    given, most = number(body["scoreGiven"]), number(body.get("scoreMaximum"))
    if given is None or given < Fraction(0):
        return Problem("links.score_given", "scoreGiven", {"most": MOST_POINTS})
    if most is None or most <= 0:
        return Problem("links.score_maximum", "scoreMaximum", {"most": MOST_POINTS})
    return given, most


def number(value: Any) -> Fraction | None:
    """A number of JSON as it is written in decimals, up to MOST_POINTS; None for everything else, NaN included."""
    if isinstance(value, bool) or not isinstance(value, int | float):
        return None
    if not -MOST_POINTS <= value <= MOST_POINTS:
        return None
    return Fraction(str(value))


def moment_of(value: Any) -> datetime | None:
    """An instant of ISO 8601 with its zone (RFC 3339)."""
    if not isinstance(value, str):
        return None
    try:
        read = datetime.fromisoformat(value)
    except ValueError:
        return None
    return read if read.tzinfo is not None and 1970 <= read.year <= 9000 else None
