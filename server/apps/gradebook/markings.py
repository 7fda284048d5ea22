"""What two graders gave, for those who grade: the other's only when one's own is there."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Collection, Sequence

from django.db.models import Exists, OuterRef, Q

from apps.gradebook.models import Marking


def markings_of(item_id: int, person_id: int, attempt: int, reader_id: int, *, settled: bool) -> Sequence[Marking]:
    """Of an attempt, first to last. `settled`: it has its score, and nothing is kept from anybody any more."""
    of = {"cell__graded_item__item_id": item_id, "cell__person_id": person_id, "attempt": attempt}
    rows = list(Marking.objects.filter(**of).select_related("by"))
    mine = [row for row in rows if row.by_id == reader_id]
    return rows if settled or mine else mine


def waits_for_another(readers: Collection[int], item_id: OuterRef, person_id: OuterRef, attempt: OuterRef) -> Q:
    """Whether a reader has given the points of an outer row's attempt, and the other grader has not."""
    of = {"cell__graded_item__item_id": item_id, "cell__person_id": person_id, "attempt": attempt}
    rows = Marking.objects.filter(**of, cell__graded_item__two_graders=True)
    return Q(Exists(rows.filter(by__in=readers))) & ~Q(Exists(rows.exclude(by__in=readers)))


def marked_by(item_id: int) -> dict[tuple[int, int], set[int]]:
    """By person and attempt, who gave points."""
    found: dict[tuple[int, int], set[int]] = defaultdict(set)
    rows = Marking.objects.filter(cell__graded_item__item_id=item_id)
    for person, attempt, grader in rows.values_list("cell__person_id", "attempt", "by_id"):
        found[person, attempt].add(grader)
    return found
