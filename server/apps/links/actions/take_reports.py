"""What systems reported becomes facts of the path and scores of the gradebook, each report once."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from decimal import Decimal
from fractions import Fraction

from django.db import transaction
from unvo_core.links.reports import Activity, Grading, Report, points_of

from apps.courses.public import Course
from apps.gradebook.public import Earned, put_scores
from apps.kernel.public import Actor, now
from apps.layout.public import LaidItem, layout
from apps.links.actions.hear import hear
from apps.links.actions.keep_report import wake
from apps.links.lti.messages import actor_of_system
from apps.links.models import LineItem, Reported
from apps.path.public import Fact, note_first

ATTEMPT = 1
"""A system keeps its own tries; what it sends is its one score."""
MOST_AT_ONCE = 500


def take_reports() -> int:
    """Take all that waits, an item at a time. Returns how many reports were taken. Killed in the middle, what was taken
    stays and the rest waits."""
    taken = 0
    told: set[tuple[int, Course]] = set()
    waiting = Reported.objects.filter(taken_at=None, line_item__item__removed=False)
    for line_item_id in list(waiting.order_by("line_item_id").values_list("line_item_id", flat=True).distinct()):
        some = MOST_AT_ONCE
        while some == MOST_AT_ONCE:
            some = take_of(line_item_id, told)
            taken += some
    for system_id, course in told:
        with transaction.atomic():
            hear(system_id, course)
    return taken


@transaction.atomic
def take_of(line_item_id: int, told: set[tuple[int, Course]]) -> int:
    """Of one line item, as many as are taken at once; what another worker is at is left to it. Who told something, and
    of which course, is added to `told`."""
    rows = list(
        Reported.objects.select_for_update(skip_locked=True)
        .filter(line_item=line_item_id, taken_at=None)
        .order_by("person_id")[:MOST_AT_ONCE]
    )
    # Read once they are held: whose points change after this waits, and has them taken again.
    line = LineItem.objects.select_related("course__term", "system").get(pk=line_item_id)
    item = layout(line.course).items.get(line.item_id or 0)
    if not rows or item is None:
        return 0
    actor = actor_of_system(line.system)
    reports = [(row, report_of(row)) for row in rows]
    _note(actor, line.course, item, reports)
    put_scores(actor, line.course, item.id, _earned(item, reports), why="sent by the linked system")
    Reported.objects.filter(pk__in=[row.pk for row in rows]).update(taken_at=now())
    told.add((line.system_id, line.course))
    return len(rows)


def report_of(row: Reported) -> Report:
    """The row as the core reads it."""
    return Report(
        at=row.at,
        activity=Activity(row.activity),
        grading=Grading(row.grading),
        given=None if row.given is None else Fraction(row.given),
        most=None if row.most is None else Fraction(row.most),
        comment=row.comment,
        submitted_at=row.submitted_at,
    )


def score_in(report: Report, item: LaidItem) -> Decimal:
    """Its score in the points of an item that has some."""
    return points_of(report, Decimal(str(item.points)))


def _earned(item: LaidItem, reports: Sequence[tuple[Reported, Report]]) -> list[Earned]:
    """Scores that count: fully graded ones, of an item with points."""
    if not item.points:
        return []
    return [
        Earned(
            person_id=row.person_id,
            attempt=ATTEMPT,
            raw=score_in(report, item),
            handed_in_at=report.by,
            comment=report.comment,
        )
        for row, report in reports
        if report.counts
    ]


def _note(actor: Actor, course: Course, item: LaidItem, reports: Sequence[tuple[Reported, Report]]) -> None:
    """Begun and handed in, as the system says: the first of each stands, and who handed in has begun."""
    people = [row.person_id for row, _ in reports]
    known = set(Fact.objects.filter(item_id=item.id, person_id__in=people).values_list("person_id", "kind"))
    begun = {
        row.person_id: report.at
        for row, report in reports
        if report.begun and not known & {(row.person_id, Fact.STARTED), (row.person_id, Fact.HANDED_IN)}
    }
    handed_in = {
        row.person_id: report.by
        for row, report in reports
        if report.handed_in and (row.person_id, Fact.HANDED_IN) not in known
    }
    note_first(actor, course, item.id, Fact.STARTED, begun)
    note_first(actor, course, item.id, Fact.HANDED_IN, handed_in)


def take_again(actor: Actor, course: Course, item_ids: Collection[int]) -> None:
    """The points of items are others now: what was reported of them is counted in those."""
    if Reported.objects.filter(line_item__item_id__in=item_ids, given__isnull=False).update(taken_at=None):
        wake()
