"""Reads of the gradebook: constant in queries whatever its size."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from datetime import date, datetime
from typing import Any, NamedTuple

from django.apps import apps
from django.contrib.postgres.aggregates import ArrayAgg
from django.db.models import Count, Exists, Max, Min, OuterRef, Q, QuerySet
from django.db.models.functions import Coalesce

from apps.courses.public import Course, json_rows
from apps.gradebook.facts import AttemptScore, CellScores, fraction
from apps.gradebook.models import Category, Cell, ConversionTable, GradedItem, GradingScheme, LateRule, Score
from apps.gradebook.structure import NewScore
from apps.layout.changes import set_back

CELL_FIELDS = (
    "excused",
    "scores__attempt",
    "scores__raw",
    "scores__handed_in_at",
    "scores__released_at",
    "scores__comment",
    "scores__version",
)


def graded_items(course: Course) -> dict[int, GradedItem]:
    """By item id, with late rule. A category or late rule that was taken out, or set back with the change that made it,
    holds for nothing, whatever was put into it meanwhile."""
    rows = GradedItem.objects.filter(course=course, removed=False).select_related("late_rule", "category")
    return {row.item_id: _standing(row) for row in rows}


def _standing(row: GradedItem) -> GradedItem:
    if row.category is not None and row.category.removed:
        row.category = None
    if row.late_rule is not None and row.late_rule.removed:
        row.late_rule = None
    return row


def categories(course: Course) -> list[Category]:
    return list(Category.objects.filter(course=course, removed=False).order_by("position", "id"))


def late_rules(course: Course) -> list[LateRule]:
    return list(LateRule.objects.filter(course=course, removed=False).order_by("id"))


SCHEME_FIELDS = ("id", "bands", "decimals", "letters_on_rounded", "missing", "missing_percent")
CATEGORY_FIELDS = ("id", "name", "weight", "position", "drop_lowest", "drop_highest", "equal_items", "extra_credit")
DAYS = ("from_day", "until_day")
TABLE_FIELDS = ("id", "name", "rows", "category_id", "group_id", "from_week", "until_week", *DAYS, "position")


class SchemeRows(NamedTuple):
    scheme: GradingScheme
    categories: list[Category]
    tables: list[ConversionTable]


def scheme_rows(course: Course) -> SchemeRows:
    """The course's scheme, or the one that holds until it sets its own, its categories and its conversion tables; one
    query."""
    own = {"course_id": OuterRef("pk")}
    schemes, rows, tables = (
        Course.objects.filter(pk=course.pk)
        .values_list(
            json_rows(GradingScheme.objects.filter(**own), SCHEME_FIELDS),
            json_rows(Category.objects.filter(**own, removed=False).order_by("position", "id"), CATEGORY_FIELDS),
            json_rows(ConversionTable.objects.filter(**own, removed=False).order_by("position", "id"), TABLE_FIELDS),
        )
        .get()
    )
    scheme = GradingScheme(course=course, **schemes[0]) if schemes else GradingScheme(course=course)
    known = {row["id"] for row in rows}
    return SchemeRows(
        scheme,
        [Category(course=course, **row) for row in rows],
        [_table(course, row) for row in tables if row["category_id"] in (None, *known)],
    )


def _table(course: Course, row: dict[str, Any]) -> ConversionTable:
    """As JSON a day is a text."""
    days = {name: date.fromisoformat(row[name]) if row[name] else None for name in DAYS}
    return ConversionTable(course=course, **row | days)


def cells_of_person(course: Course, person_id: int) -> dict[int, CellScores]:
    rows = (
        Cell.objects.filter(graded_item__course=course, person_id=person_id)
        .order_by("graded_item_id", "scores__attempt")
        .values_list("graded_item__item_id", *CELL_FIELDS)
    )
    return _gathered(rows)


def cells_of_person_in(course_ids: list[int], person_id: int) -> dict[int, dict[int, CellScores]]:
    """Course -> item -> the person's cell, over several courses."""
    rows = (
        Cell.objects.filter(graded_item__course_id__in=course_ids, person_id=person_id)
        .order_by("graded_item_id", "scores__attempt")
        .values_list("graded_item__course_id", "graded_item__item_id", *CELL_FIELDS)
    )
    by_course: dict[int, list[CellRow]] = {}
    for course_id, *row in rows:
        by_course.setdefault(course_id, []).append(tuple(row))
    return {course: _gathered(found) for course, found in by_course.items()}


def cells_of_people(
    course: Course, person_ids: list[int], item_ids: Sequence[int] | None = None
) -> dict[int, dict[int, CellScores]]:
    """Person -> item -> their cell."""
    wanted = {} if item_ids is None else {"graded_item__item_id__in": item_ids}
    rows = (
        Cell.objects.filter(graded_item__course=course, person_id__in=person_ids, **wanted)
        .order_by("graded_item_id", "scores__attempt")
        .values_list("person_id", "graded_item__item_id", *CELL_FIELDS)
    )
    by_person: dict[int, list[CellRow]] = {}
    for person_id, *row in rows:
        by_person.setdefault(person_id, []).append(tuple(row))
    return {person: _gathered(found) for person, found in by_person.items()}


class CellFlags(NamedTuple):
    """One person's cells, as items: excused; with a released score; with one that is held."""

    excused: frozenset[int] = frozenset()
    released: frozenset[int] = frozenset()
    held: frozenset[int] = frozenset()


def cell_flags(course: Course, person_ids: Sequence[int]) -> dict[int, CellFlags]:
    """By person; nothing is computed of the scores."""
    rows = Cell.objects.filter(graded_item__course=course, person_id__in=person_ids).values_list("person_id")

    def items(which: Q) -> ArrayAgg:
        return ArrayAgg("graded_item__item_id", filter=which, default=[])

    scored = Q(scores__isnull=False)
    found = rows.annotate(
        excused_from=items(Q(excused=True)),
        released=items(scored & Q(scores__released_at__isnull=False)),
        held=items(scored & Q(scores__released_at__isnull=True)),
    )
    return {pk: CellFlags(*map(frozenset, lists)) for pk, *lists in found}


def new_scores(person_id: int, since: datetime) -> list[NewScore]:
    rows = (
        Score.objects.filter(cell__person_id=person_id, released_at__gt=since)
        .order_by("-released_at")
        .values_list("cell__graded_item__course_id", "cell__graded_item__item_id", "released_at", "comment")
    )
    return [NewScore(c, i, at, bool(comment)) for c, i, at, comment in rows[:20] if at]


def graded_row(course: Course, item_id: int) -> GradedItem:
    """The item's row in the gradebook, or the one that it would get with its first score; nothing is written."""
    rows = GradedItem.objects.select_related("late_rule", "category", "rubric").filter(item_id=item_id)
    found = rows.first()
    return _standing(found) if found else GradedItem(course=course, item_id=item_id)


def cells_of_item(graded: GradedItem) -> dict[int, CellScores]:
    """By person."""
    rows = (
        Cell.objects.filter(graded_item__item_id=graded.item_id)
        .order_by("person_id", "scores__attempt")
        .values_list("person_id", *CELL_FIELDS)
    )
    return _gathered(rows)


def released_scores(course: Course) -> dict[int, dict[int, CellScores]]:
    """Item -> person -> released scores of the whole class, excused ones left out."""
    rows = (
        Cell.objects.filter(graded_item__course=course, excused=False, scores__released_at__isnull=False)
        .order_by("graded_item_id", "person_id", "scores__attempt")
        .values_list("graded_item__item_id", "person_id", *CELL_FIELDS)
    )
    by_item: dict[int, list[CellRow]] = {}
    for item_id, *row in rows:
        by_item.setdefault(item_id, []).append(tuple(row))
    return {item: _gathered(found) for item, found in by_item.items()}


CellRow = tuple[Any, ...]


def _gathered(rows: Iterable[CellRow]) -> dict[int, CellScores]:
    """`rows`: key, excused, attempt, raw, handed in, released, comment, version; one row an attempt."""
    found: dict[int, CellScores] = {}
    for key, excused, attempt, raw, handed_in_at, released_at, comment, version in rows:
        before = found[key].attempts if key in found else ()
        if attempt is not None:
            scored = AttemptScore(attempt, fraction(raw), handed_in_at, released_at is not None, comment, version)
            before = (*before, scored)
        found[key] = CellScores(excused, before)
    return found


def ghost_rows(course: Course) -> list[tuple[int, str, bool]]:
    """Graded items whose item was removed: id, title, whether anyone has a score there. What was set back with its
    item is no ghost: it comes back with it."""
    rows = GradedItem.objects.filter(course=course, removed=False, item__removed=True).annotate(
        scored=Exists(Score.objects.filter(cell__graded_item=OuterRef("pk")))
    )
    found = list(rows.order_by("id").values_list("id", "item_id", "item__title", "scored"))
    back = set_back({"item": [item for _, item, _, scored in found if not scored]}) if found else set()
    return [(pk, title, scored) for pk, item, title, scored in found if ("item", item) not in back]


def score_titles(ids: Collection[int]) -> dict[tuple[str, int], str]:
    """('score', id) -> whose it is, for what."""
    rows = Score.objects.filter(pk__in=ids).values_list("pk", "cell__person__name", "cell__graded_item__item__title")
    return {("score", pk): f"{person}, {title}" for pk, person, title in rows}


def scored_people(item_ids: Collection[int]) -> int:
    return Score.objects.filter(cell__graded_item__item_id__in=item_ids).values("cell__person_id").distinct().count()


def score_row(item_id: int, person_id: int, attempt: int) -> Score | None:
    return (
        Score.objects.select_related("graded_by")
        .filter(cell__graded_item__item_id=item_id, cell__person_id=person_id, attempt=attempt)
        .first()
    )


def last_scores(item_ids: Collection[int], person_ids: Collection[int]) -> dict[tuple[int, int], Score]:
    """By item and person, of the last attempt whose score is out; one query."""
    whose = {"cell__graded_item__item_id__in": item_ids, "cell__person_id__in": person_ids}
    rows = Score.objects.filter(**whose, released_at__isnull=False)
    rows = rows.select_related("cell__graded_item").order_by("attempt")
    return {(row.cell.graded_item.item_id, row.cell.person_id): row for row in rows}


def last_versions(cells: Collection[Cell]) -> dict[tuple[int, int], int]:
    """By cell and attempt, the last version that a score of it ever had: one that was taken away and given again is
    another one. One query."""
    events = apps.get_model("gradebook.ScoreEvent")._default_manager.filter(cell_id__in=[cell.pk for cell in cells])
    rows = events.values_list("cell_id", "attempt").annotate(last=Max("version")).order_by()
    return {(cell, attempt): last for cell, attempt, last in rows}


def score_versions(item_id: int) -> dict[int, int]:
    """By person, the version of the score of their first attempt, for whoever goes on to change it."""
    rows = Score.objects.filter(cell__graded_item__item_id=item_id, attempt=1)
    return dict(rows.values_list("cell__person_id", "version"))


def score_of(item_id: OuterRef, person_id: OuterRef, attempt: OuterRef | int = 1) -> Exists:
    """Whether an attempt of an outer row has a score."""
    own = {"cell__graded_item__item_id": item_id, "cell__person_id": person_id}
    return Exists(Score.objects.filter(**own, attempt=attempt))


def excused_cell(item_id: OuterRef, person_id: OuterRef) -> Exists:
    """Whether the person of an outer row is excused from its item."""
    return Exists(Cell.objects.filter(graded_item__item_id=item_id, person_id=person_id, excused=True))


def paper_scored(course_ids: Sequence[int]) -> dict[int, dict[int, set[int]]]:
    """Course -> item without hand-ins -> the people who have a score there or are excused."""
    rows = Cell.objects.filter(
        Q(excused=True) | Q(scores__isnull=False),
        graded_item__course_id__in=course_ids,
        graded_item__item__takes_hand_ins=False,
    )
    found: dict[int, dict[int, set[int]]] = {}
    for course, item, person in rows.values_list("graded_item__course_id", "graded_item__item_id", "person_id"):
        found.setdefault(course, {}).setdefault(item, set()).add(person)
    return found


def held_scores(
    course_ids: Sequence[int], item_ids: QuerySet[Any, int] | None = None
) -> list[tuple[int, int, int, datetime]]:
    """Course, item, how many scores nobody sees yet, and since when the oldest of them waits. `item_ids`: only of
    these; it stays one query."""
    rows = Score.objects.filter(cell__graded_item__course_id__in=course_ids, released_at__isnull=True)
    if item_ids is not None:
        rows = rows.filter(cell__graded_item__item_id__in=item_ids)
    since = Min(Coalesce("handed_in_at", "graded_at"))
    found = rows.values_list("cell__graded_item__course_id", "cell__graded_item__item_id")
    return list(found.annotate(n=Count("id"), since=since).order_by("since"))
