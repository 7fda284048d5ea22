"""A student's reading of another's work: kept as it is written, and sent."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from unvo_core.grading.rubrics import raw_of
from unvo_core.grading.typed import read_points
from unvo_core.problems import Problem

from apps.courses.public import Course, can_study, membership
from apps.gradebook.public import Chosen, Earned, item_rubric, measured, points, put_scores, refusal_of, rubric_of
from apps.kernel.public import SYSTEM, Actor, Refused, now, record, require
from apps.layout.public import LaidItem, item_row
from apps.path.public import Fact, forget, note, require_doable, tell_on
from apps.reviews.models import Reading
from apps.reviews.queries import rules_of

LONGEST_WORDS = 20_000


@dataclass(frozen=True, slots=True, kw_only=True)
class ReadingWish:
    """`points` as typed, empty where levels give them. `edition`: what the reader looked at."""

    words: str
    points: str
    chosen: Sequence[Chosen]
    edition: int
    send: bool


def write_reading(actor: Actor, course: Course, item_id: int, position: int, wish: ReadingWish) -> Reading:
    """Kept; with `send`, its author may read it by the rules. What is sent can be changed as long as the item is open,
    and stays sent."""
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    rows = Reading.objects.select_for_update().filter(item_id=item_id, reader_id=actor.person_id or 0)
    mine = {row.position: row for row in rows.order_by("position")}
    row = mine.get(position)
    if row is None:
        raise Refused("review.not_yours", status=404)
    if row.edition != wish.edition:
        raise Refused("review.changed_elsewhere", status=409, also={"edition": row.edition, "words": row.words})
    if len(wish.words) > LONGEST_WORDS:
        raise Refused("text.too_long", field="The review", length=len(wish.words), most=LONGEST_WORDS)
    _keep(course, row, wish)
    before = row.sent_at
    if wish.send or before:
        _refuse_bare(row)
        row.sent_at = before or now()
    row.edition, row.saved_at = row.edition + 1, now()
    row.save()
    if row.sent_at:
        kept = {"words": row.words, "points": None if row.points is None else str(row.points)}
        record(actor, "review.send", ("item", item_id), course_id=course.pk, after=kept | {"position": position})
    _tell(actor, course, item_id, list(mine.values()), known.laid.student_items[item_id])
    return row


def _keep(course: Course, row: Reading, wish: ReadingWish) -> None:
    of = rules_of(course, row.item_id).of_id or 0
    rubric, possible = item_rubric(course, of), item_row(course, of).points
    row.words = wish.words.strip()
    row.measured = measured(rubric, wish.chosen) if rubric else None
    row.points = None
    if wish.points.strip():
        given = read_points(wish.points, possible, above=False)
        if isinstance(given, Problem):
            raise refusal_of(given)
        row.points = given
    elif rubric and possible is not None:
        levels = {one.criterion: one.level for one in wish.chosen if one.level is not None}
        raw = raw_of(rubric_of(rubric), levels, Fraction(possible))
        row.points = None if raw is None else Decimal(str(points(raw)))


def _refuse_bare(row: Reading) -> None:
    if not row.words and not row.measured:
        raise Refused("review.empty")
    if row.points is None and item_has_points(row):
        raise Refused("review.open")


def item_has_points(row: Reading) -> bool:
    return bool(row.hand_in.item.points)


def _tell(actor: Actor, course: Course, item_id: int, mine: Sequence[Reading], item: LaidItem) -> None:
    """How far they are; done, and worth its points, when all are sent."""
    person, sent = mine[0].reader_id, [row.sent_at for row in mine if row.sent_at]
    detail = {"reviews_sent": len(sent), "reviews": len(mine)}
    if len(sent) < len(mine):
        note(actor, course, item_id, person, Fact.STARTED, keep_first=True)
        tell_on(item_id, person, Fact.STARTED, detail)
        return
    note(actor, course, item_id, person, Fact.HANDED_IN, at=max(sent), detail=detail)
    forget(actor, course, item_id, person, Fact.STARTED)
    give_points(course, item, mine)


def give_points(course: Course, item: LaidItem, mine: Sequence[Reading]) -> None:
    """What reading is worth to one reader: the share that they sent of what was drawn for them."""
    sent = [row.sent_at for row in mine if row.sent_at]
    if sent and item.points:
        raw = Decimal(str(points(item.possible * len(sent) / len(mine))))
        earned = Earned(person_id=mine[0].reader_id, attempt=1, raw=raw, handed_in_at=max(sent))
        put_scores(SYSTEM, course, item.id, [earned])
