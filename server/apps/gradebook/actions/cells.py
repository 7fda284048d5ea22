"""What every writer of scores does to cells: make them, wait for each other, look whether they changed meanwhile."""

from __future__ import annotations

from collections.abc import Collection

from unvo_core.grading.typed import plain
from unvo_core.problems import Problem

from apps.courses.public import Course, Membership, moment
from apps.gradebook.models import Cell, GradedItem, Marking, Score
from apps.kernel.public import Refused
from apps.layout.public import layout

GRADERS = 2


def lock_cell(cell: Cell) -> None:
    """Those who grade the same cell wait for each other until the transaction ends."""
    Cell.objects.select_for_update().get(pk=cell.pk)


def lock_cells(graded: GradedItem) -> None:
    """Whoever grades any cell of the item is waited for; in the order of rows, so that no two wait for each other."""
    list(Cell.objects.select_for_update().filter(graded_item=graded).order_by("pk").values_list("pk"))


def locked_cells(graded: dict[int, GradedItem], places: Collection[tuple[int, int]]) -> dict[tuple[int, int], Cell]:
    """By item and person, made where there were none; in the order of rows, so that no two wait for each other. Whether
    scores are held is read anew then."""
    by_row = {row.pk: item_id for item_id, row in graded.items()}
    Cell.objects.bulk_create(
        [Cell(graded_item=graded[item_id], person_id=person) for item_id, person in places], ignore_conflicts=True
    )
    rows = Cell.objects.select_for_update().filter(
        graded_item_id__in=by_row, person_id__in={person for _, person in places}
    )
    found = {(by_row[cell.graded_item_id], cell.person_id): cell for cell in rows.order_by("pk")}
    for pk, hold in GradedItem.objects.filter(pk__in=by_row).values_list("pk", "hold"):
        graded[by_row[pk]].hold = hold
    return {place: found[place] for place in places}


def graded_item(course: Course, item_id: int) -> GradedItem:
    """The item's row in the gradebook, made with the first score if it was never set up, and put back with it."""
    row, _ = GradedItem.objects.select_related("late_rule").get_or_create(item_id=item_id, defaults={"course": course})
    if row.removed:
        row.removed = False
        row.save(update_fields=["removed"])
    return row


def graded_items_of(course: Course, item_ids: Collection[int]) -> dict[int, GradedItem]:
    """By item id, each made or put back as `graded_item` does."""
    rows = GradedItem.objects.select_related("late_rule").filter(course=course, item_id__in=item_ids, removed=False)
    found = {row.item_id: row for row in rows}
    return {item_id: found.get(item_id) or graded_item(course, item_id) for item_id in item_ids}


def refuse_alone(member: Membership, cell: Cell, graded: GradedItem, attempt: int, before: Score | None) -> None:
    """The first score of work that two people score is given when both have; an instructor may settle it before."""
    if not graded.two_graders or before is not None or member.instructs:
        return
    if Marking.objects.filter(cell=cell, attempt=attempt).count() < GRADERS:
        raise Refused("marking.second_missing", status=409)


def refusal_of(problem: Problem) -> Refused:
    """`above`: it is kept when it is said again that so much is meant."""
    also = {"above": True} if problem.code == "score.more_than_possible" else None
    return Refused(problem.code, also=also, given=problem.params)


def refuse_if_changed(course: Course, before: Score | None, seen: int) -> None:
    if before is not None and before.version != seen:
        raise Refused(
            "score.changed_meanwhile",
            status=409,
            also={"version": before.version, "raw": str(before.raw), "comment": before.comment},
            who=before.graded_by.name if before.graded_by else "Unvo",
            raw=plain(before.raw),
            when=moment(before.graded_at, layout(course).zone),
        )
