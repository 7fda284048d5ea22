"""All rules of a course as somebody wishes them: what is wrong with them, and the set-up that they would make."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from copy import copy
from dataclasses import dataclass, replace
from decimal import Decimal
from fractions import Fraction
from typing import Any, Generic, TypeVar

from django.db import models
from django.utils.translation import gettext as _
from unvo_core.grading import totals as core
from unvo_core.grading.conversion import ConversionTable
from unvo_core.grading.late import LateRule
from unvo_core.grading.rule_set import RuleSet, rule_problems
from unvo_core.grading.scale import Band, Rounding

from apps.courses.public import Course, Group
from apps.gradebook import models as rows
from apps.gradebook import queries
from apps.gradebook.facts import fraction, table_of
from apps.gradebook.setup import Setup, setup
from apps.gradebook.wishes import CategoryWish, CountWish, GradingWish, LateWish, TableWish
from apps.kernel.public import Refused, not_found, one_line, refuse_problems
from apps.layout.public import layout

Row = TypeVar("Row", bound=models.Model)


@dataclass(frozen=True, slots=True)
class Wished(Generic[Row]):
    """A row, kept or not yet saved, and the fields that it is to have."""

    row: Row
    fields: Mapping[str, Any]

    def as_it_would_be(self, pk: int) -> Row:
        """A copy with the fields set; `pk` stands in where it is not saved yet."""
        made = _apart(self.row)
        for name, value in self.fields.items():
            setattr(made, name, value)
        made.pk = made.pk or pk
        return made


@dataclass(frozen=True, slots=True, kw_only=True)
class GradingPlan:
    """By key, in order. `gone`: categories and late rules that nothing counts by any more. `counts`: by item."""

    scheme: Wished[rows.GradingScheme]
    categories: Mapping[str, Wished[rows.Category]]
    late_rules: Mapping[str, Wished[rows.LateRule]]
    tables: Mapping[str, tuple[Wished[rows.ConversionTable], str | None]]
    """With the key of the category."""
    gone: Sequence[rows.Category | rows.LateRule | rows.ConversionTable]
    counts: Mapping[int, CountWish]

    def category_rows(self) -> dict[str, rows.Category]:
        """As they would be, by key; what is new has an id below 0."""
        return {key: w.as_it_would_be(-n) for n, (key, w) in enumerate(self.categories.items(), start=1)}

    def late_rows(self) -> dict[str, rows.LateRule]:
        """As the categories."""
        return {key: w.as_it_would_be(-n) for n, (key, w) in enumerate(self.late_rules.items(), start=1)}

    def table_rows(self, categories: Mapping[str, int]) -> list[rows.ConversionTable]:
        """In order; `categories`: ids by key."""
        found = []
        for n, (wished, category) in enumerate(self.tables.values(), start=1):
            row = wished.as_it_would_be(-n)
            row.category_id = categories[category] if category else None
            found.append(row)
        return found


def plan_grading(course: Course, wish: GradingWish) -> GradingPlan:
    """Refuses, with every field that is wrong."""
    wish = replace(wish, late_rules=[_named(w) for w in wish.late_rules])
    refuse_problems(rule_problems(_rule_set(wish)))
    categories = {str(c.pk): c for c in queries.categories(course)}
    late_rules = {str(r.pk): r for r in queries.late_rules(course)}
    keys = _keys(wish.categories), _keys(wish.late_rules)
    present = queries.scheme_rows(course)
    tables = {str(t.pk): t for t in present.tables}
    return GradingPlan(
        scheme=Wished(present.scheme, _scheme_fields(wish)),
        tables=_tables(course, wish, tables, keys[0]),
        categories={
            w.key: Wished(_row(w.key, categories, rows.Category(course=course)), _category_fields(w, n))
            for n, w in enumerate(wish.categories)
        },
        late_rules={
            w.key: Wished(_row(w.key, late_rules, rows.LateRule(course=course)), _late_fields(w))
            for w in wish.late_rules
        },
        gone=[
            *_others(categories, keys[0]),
            *_others(late_rules, keys[1]),
            *_others(tables, _keys(wish.tables)),
        ],
        counts=_counts(course, wish, keys),
    )


def planned_setup(course: Course, plan: GradingPlan) -> Setup:
    """The set-up that the plan would make; nothing is written."""
    present, categories, rules = setup(course), plan.category_rows(), plan.late_rows()
    by_pk = {row.pk: row for row in rules.values()}
    graded = {}
    for item_id in present.graded.keys() | plan.counts.keys():
        row = _apart(present.graded.get(item_id) or rows.GradedItem(course=course, item_id=item_id))
        count = plan.counts.get(item_id)
        if count is not None:
            row.category_id = categories[count.category].pk if count.category else None
            row.late_rule_id = rules[count.late_rule].pk if count.late_rule else None
        if row.late_rule_id is not None:
            row.late_rule = by_pk[row.late_rule_id]
        graded[item_id] = row
    tables = plan.table_rows({key: row.pk for key, row in categories.items()})
    scheme = plan.scheme.as_it_would_be(-1)
    return Setup(scheme, tuple(categories.values()), graded, present.laid, tuple(table_of(row) for row in tables))


def _apart(row: Row) -> Row:
    """A copy that shares nothing with the row, which others read."""
    made = copy(row)
    made._state = copy(row._state)
    made._state.fields_cache = {}
    return made


def _tables(
    course: Course, wish: GradingWish, there: Mapping[str, rows.ConversionTable], categories: set[str]
) -> dict[str, tuple[Wished[rows.ConversionTable], str | None]]:
    groups = {t.group for t in wish.tables if t.group is not None}
    if groups - set(Group.objects.filter(course=course, pk__in=groups).values_list("pk", flat=True)):
        raise Refused("grading.no_such_group")
    if any(t.category is not None and t.category not in categories for t in wish.tables):
        raise Refused("grading.no_such_category")
    new = rows.ConversionTable(course=course)
    return {
        w.key: (Wished(_row(w.key, there, new), _table_fields(w, n)), w.category) for n, w in enumerate(wish.tables)
    }


def _keys(wishes: Sequence[CategoryWish] | Sequence[LateWish] | Sequence[TableWish]) -> set[str]:
    keys = {wish.key for wish in wishes}
    if len(keys) < len(wishes):
        raise Refused("grading.key_twice")
    return keys


def _row(key: str, there: Mapping[str, Row], new: Row) -> Row:
    if key.isdigit() and key not in there:
        raise Refused("grading.no_such_category")
    return there.get(key, new)


def _others(there: Mapping[str, Row], keys: set[str]) -> list[Row]:
    return [row for key, row in there.items() if key not in keys]


def _counts(course: Course, wish: GradingWish, keys: tuple[set[str], set[str]]) -> dict[int, CountWish]:
    """What is wished, and for what counts in something that goes, that it counts there no more."""
    items, found = layout(course).items, {}
    for item_id, row in setup(course).graded.items():
        kept = CountWish(item_id, _key(row.category_id), _key(row.late_rule_id))
        left = CountWish(item_id, _if_in(keys[0], kept.category), _if_in(keys[1], kept.late_rule))
        if left != kept:
            found[item_id] = left
    for count in wish.counts:
        if count.item_id not in items:
            raise not_found("item")
        if _if_in(keys[0], count.category) != count.category or _if_in(keys[1], count.late_rule) != count.late_rule:
            raise Refused("grading.no_such_category")
        found[count.item_id] = count
    return found


def _key(pk: int | None) -> str | None:
    return None if pk is None else str(pk)


def _if_in(keys: set[str], key: str | None) -> str | None:
    return key if key in keys else None


def _named(wish: LateWish) -> LateWish:
    if wish.name.strip():
        return wish
    words = _("%(percent)s %% a day") if wish.per == "day" else _("%(percent)s %% an hour")
    return replace(wish, name=words % {"percent": f"{float(wish.percent):g}"})


def _rule_set(wish: GradingWish) -> RuleSet:
    return RuleSet(
        categories=tuple(
            core.Category(
                id=n,
                name=" ".join(w.name.split()),
                weight=None if w.weight is None else Fraction(w.weight),
                entries=(),
                extra_credit=w.extra_credit,
            )
            for n, w in enumerate(wish.categories)
        ),
        late_rules=tuple(
            (w.name, LateRule(fraction(w.percent), w.per, w.grace_minutes, fraction(w.floor_percent)))
            for w in wish.late_rules
        ),
        missing_percent={"zero": Fraction(0), "percent": Fraction(wish.missing_percent)}.get(wish.missing),
        bands=tuple(Band(" ".join(name.split()), Fraction(lower)) for name, lower in wish.bands),
        rounding=Rounding(wish.decimals, wish.letters_on_rounded),
        tables=tuple(
            ConversionTable(
                name=" ".join(w.name.split()),
                rows=tuple((Fraction(points), Fraction(percent)) for points, percent in w.rows),
                from_week=w.from_week,
                until_week=w.until_week,
                from_day=w.from_day,
                until_day=w.until_day,
            )
            for w in wish.tables
        ),
    )


def _category_fields(wish: CategoryWish, position: int) -> dict[str, Any]:
    return {
        "name": one_line(wish.name, "Name", 100),
        "weight": None if wish.weight is None else wish.weight.quantize(Decimal("0.001")),
        "position": position,
        "drop_lowest": wish.drop_lowest,
        "drop_highest": wish.drop_highest,
        "equal_items": wish.equal_items,
        "extra_credit": wish.extra_credit,
    }


def _late_fields(wish: LateWish) -> dict[str, Any]:
    return {
        "name": one_line(wish.name, "Name", 100),
        "percent": wish.percent.quantize(Decimal("0.01")),
        "per": wish.per,
        "grace_minutes": wish.grace_minutes,
        "floor_percent": wish.floor_percent.quantize(Decimal("0.01")),
    }


def _table_fields(wish: TableWish, position: int) -> dict[str, Any]:
    return {
        "name": one_line(wish.name, "Name", 100),
        "rows": [[_text(points), _text(percent)] for points, percent in wish.rows],
        "group_id": wish.group,
        "from_week": wish.from_week,
        "until_week": wish.until_week,
        "from_day": wish.from_day,
        "until_day": wish.until_day,
        "position": position,
    }


def _text(value: Decimal) -> str:
    """Exact, without needless zeros or an exponent."""
    return format(value.normalize() + 0, "f")


def _scheme_fields(wish: GradingWish) -> dict[str, Any]:
    """Bands from the highest down."""
    bands = sorted(wish.bands, key=lambda b: -b[1])
    share = wish.missing_percent if wish.missing == "percent" else Decimal(0)
    return {
        "bands": [[one_line(name, "Name", 40), _number(lower)] for name, lower in bands],
        "decimals": wish.decimals,
        "letters_on_rounded": wish.letters_on_rounded,
        "missing": wish.missing,
        "missing_percent": share.quantize(Decimal("0.01")),
    }


def _number(value: Decimal) -> int | float:
    return int(value) if value == value.to_integral_value() else float(value)
