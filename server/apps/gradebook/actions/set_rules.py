from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.gradebook.models import Category, ConversionTable, GradedItem, GradingScheme, LateRule
from apps.gradebook.planning import GradingPlan, Wished, plan_grading
from apps.gradebook.wishes import GradingWish
from apps.kernel.public import Actor, AuditRecord, require
from apps.layout.changes import Edit, apply_edits
from apps.layout.public import Item, Rhythm

KIND: dict[type, str] = {Category: "category", LateRule: "late_rule", ConversionTable: "conversion_table"}


def set_rules(actor: Actor, course: Course, wish: GradingWish) -> AuditRecord:
    """All rules by which a course grades, as one change. Its edition is that of ('weights', course)."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    plan = plan_grading(course, wish)
    names = _other_names(plan)
    edits = [_scheme(plan)]
    keys: dict[str, dict[str, int]] = {"category": {}, "late_rule": {}}
    for kind, wished in (("category", plan.categories), ("late_rule", plan.late_rules)):
        for key, one in wished.items():
            edits.append(_kept(kind, one))
            keys[kind][key] = edits[-1].row.pk
    edits += _tables(plan, keys["category"])
    edits += [Edit(KIND[type(row)], row, {"removed": True}) for row in plan.gone]
    edits += _counted(course, plan, keys)
    edits += _in_rhythms(course, names)
    return apply_edits(actor, course, "set_rules", edits, ("weights", course.pk))


def _scheme(plan: GradingPlan) -> Edit:
    row = plan.scheme.row
    if row.pk is None:
        row, _made = GradingScheme.objects.get_or_create(course=row.course)
    return Edit("scheme", row, dict(plan.scheme.fields))


def _kept(kind: str, wished: Wished[Any]) -> Edit:
    if wished.row.pk is not None:
        return Edit(kind, wished.row, dict(wished.fields))
    row = wished.as_it_would_be(0)
    row.pk = None
    row.save()
    return Edit(kind, row, made=True)


def _tables(plan: GradingPlan, categories: Mapping[str, int]) -> list[Edit]:
    made = []
    for wished, category in plan.tables.values():
        fields = {**wished.fields, "category_id": categories[category] if category else None}
        made.append(_kept("conversion_table", Wished(wished.row, fields)))
    return made


def _counted(course: Course, plan: GradingPlan, keys: Mapping[str, Mapping[str, int]]) -> list[Edit]:
    there = {row.item_id: row for row in GradedItem.objects.filter(item_id__in=plan.counts)}
    edits = []
    for item_id, count in plan.counts.items():
        fields = {
            "category_id": keys["category"][count.category] if count.category else None,
            "late_rule_id": keys["late_rule"][count.late_rule] if count.late_rule else None,
        }
        row = there.get(item_id)
        if row is None:
            row = GradedItem.objects.create(course=course, item_id=item_id, **fields)
            edits.append(Edit("graded_item", row, made=True))
        else:
            edits.append(Edit("graded_item", row, {**fields, "removed": False}))
    return edits


def _other_names(plan: GradingPlan) -> dict[str, str]:
    """Old name -> new, of categories that are called otherwise or go; those of the second kind to nothing."""
    there = {str(w.fields["name"]).casefold() for w in plan.categories.values()}
    gone = {name: "" for row in plan.gone if isinstance(row, Category) and (name := row.name.casefold()) not in there}
    kept = [(w.row.name, str(w.fields["name"])) for w in plan.categories.values() if w.row.pk is not None]
    return gone | {old.casefold(): new for old, new in kept if old != new}


def _in_rhythms(course: Course, names: Mapping[str, str]) -> list[Edit]:
    """Rhythms name a category by its name: they follow, and so does what their items were stamped as."""
    if not names:
        return []
    edits = []
    for rhythm in Rhythm.objects.filter(course=course):
        beats = [_renamed(beat, names) for beat in rhythm.beats]
        edits.append(Edit("rhythm", rhythm, {"beats": beats}))
    stamped = Item.objects.filter(course=course).exclude(stamped=None)
    edits += [Edit("item", item, {"stamped": _renamed(item.stamped or {}, names)}) for item in stamped]
    return edits


def _renamed(row: Mapping[str, Any], names: Mapping[str, str]) -> dict[str, Any]:
    category = str(row.get("category", ""))
    if category.casefold() not in names:
        return dict(row)
    return {**row, "category": names[category.casefold()]}
