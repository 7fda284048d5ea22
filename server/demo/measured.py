"""By what field books are measured, comments that are kept for again, and notes on a page of one of them."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from decimal import Decimal
from fractions import Fraction
from itertools import product

from apps.assignments.actions.comments import comment
from apps.assignments.actions.give_back import ReturnWish, give_back
from apps.assignments.actions.whose import Whose
from apps.assignments.models import HandIn, WorkNote
from apps.courses.models import Course
from apps.gradebook.models import GradedItem, Remark, Rubric, Score
from apps.gradebook.rubrics import Chosen, measured, rubric_of
from apps.kernel.public import Actor
from apps.layout.models import Item
from apps.people.models import Person
from apps.reviews.models import ReviewRules

CRITERIA = (
    (
        "Booking in the field",
        "Could somebody who was not there reduce it?",
        (
            ("Cannot be followed", "0", ""),
            ("With guesses", "4", "A station, a unit or a direction has to be guessed."),
            ("Complete", "8", "Every station, unit and direction is booked."),
            ("Complete and checked", "10", "Complete, and checked before leaving."),
        ),
    ),
    (
        "Closure",
        "",
        (
            ("Not computed", "0", ""),
            ("Computed", "5", "Computed, and outside what is allowed."),
            ("Within what is allowed", "10", ""),
        ),
    ),
    (
        "Reduction",
        "",
        (
            ("Missing", "0", ""),
            ("With slips", "6", "The way is right, figures are not."),
            ("Right", "10", ""),
        ),
    ),
)
REMARKS = (
    "Book the temperature of the tape with every length.",
    "Strike a wrong figure out once and write the right one above it; never overwrite.",
    "Show the units in every line.",
    "State the closure as a ratio, not only in millimetres.",
)
NOTES = (
    (1, 640, 300, "Which end of the tape was at A? Book it, and the next crew can repeat your line."),
    (2, 560, 520, "Good: the same line back, and the difference stays below a centimetre."),
)
AGAIN = (
    "The round does not come back to its first line: the sight to A is missing on page 2. Book it and close the round."
)
AGAIN_BY = "2026-10-14T23:59"
REVIEW, READ_BY_OTHERS = "Read two campus loops", "Field book: campus loop"
SAID = "A clean sketch. I read the reduction tomorrow."
MANY_WAIT = 12
"""Only of a class that large something is given back."""


def add_measures(course: Course, teacher: Person, books: Sequence[HandIn], at: datetime) -> None:
    """`books`: with photographs, of which those with a score are measured; on each of them are the notes. By the same
    rubric students read each other's."""
    criteria, last = _criteria()
    rubric = Rubric.objects.create(course=course, name="Field book", criteria=criteria, last_id=last)
    GradedItem.objects.filter(course=course, item__title__startswith="Field book: ").update(rubric=rubric)
    own = Item.objects.filter(course=course)
    ReviewRules.objects.create(item=own.get(title=REVIEW), of=own.get(title=READ_BY_OTHERS))
    Remark.objects.bulk_create(Remark(course=course, text=text, kept_at=at) for text in REMARKS)
    for hand_in in books:
        of_it = Score.objects.filter(cell__graded_item__item=hand_in.item, cell__person=hand_in.person)
        for score in of_it.filter(attempt=hand_in.attempt):
            score.measured = measured(rubric, _nearest(rubric, score.raw))
            score.save(update_fields=["measured"])
        file = hand_in.files.get()
        WorkNote.objects.bulk_create(
            WorkNote(hand_in=hand_in, file=file, page=page, across=across, down=down, words=words, by=teacher, at=at)
            for page, across, down, words in NOTES
        )


def add_given_back(course: Course, teacher: Person, books: Sequence[HandIn]) -> None:
    """The last of those that wait goes back to its student; of the one before something is said already."""
    waiting = [b for b in books if not Score.objects.filter(cell__graded_item__item=b.item, cell__person=b.person)]
    if len(waiting) < MANY_WAIT:
        return
    actor, (said_to, back) = Actor(teacher.pk, teacher.name), waiting[-2:]
    comment(actor, course, Whose(said_to.item_id, said_to.person_id), said_to.attempt, SAID)
    again = ReturnWish(attempt=back.attempt, why=AGAIN, until=AGAIN_BY, parts=["Closure"])
    give_back(actor, course, Whose(back.item_id, back.person_id), again)


def _nearest(rubric: Rubric, raw: Decimal) -> list[Chosen]:
    """The levels that come nearest to these points."""
    core = rubric_of(rubric)
    ways = product(*(c.levels for c in core.criteria))
    best = min(ways, key=lambda levels: abs(sum((level.points or 0) for level in levels) - Fraction(raw)))
    return [Chosen(c.id, level.id) for c, level in zip(core.criteria, best, strict=True)]


def _criteria() -> tuple[list[dict[str, object]], int]:
    """With ids from one count; the last of them."""
    last, made = 0, []
    for name, words, levels in CRITERIA:
        last += 1
        kept, criterion = [], last
        for level, points, told in levels:
            last += 1
            kept.append({"id": last, "name": level, "words": told, "points": points})
        made.append({"id": criterion, "name": name, "words": words, "levels": kept})
    return made, last
