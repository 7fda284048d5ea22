"""Done rules as they are stored, and whether anybody can meet them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from copy import copy
from fractions import Fraction
from typing import Any

from unvo_core.path.done import AllOf, AnyOf, DoneRule, Means, can_be_met

from apps.layout.kinds import JOINS, kind_of, rule_kind
from apps.layout.models import Item
from apps.layout.reading.structure import LaidItem
from apps.layout.reading.wants import wants_of


def done_rule_of(code: str, percent: float | None, edition: int, parts: Sequence[Mapping[str, Any]] = ()) -> DoneRule:
    """`parts`: the rules that 'any' and 'all' join."""
    if code in JOINS:
        rules = tuple(done_rule_of(p["rule"], p.get("percent"), edition) for p in parts)
        return AnyOf(rules) if code == "any" else AllOf(rules)
    return rule_kind(code).make(Fraction(str(percent or 0)), edition)


def can_be_done(item: Item | LaidItem) -> bool:
    """Whether anybody can ever meet the item's done rule. Watching is known of recordings that lie here, not of those
    at an address elsewhere."""
    kind = kind_of(item.kind)
    percent = None if item.done_percent is None else float(item.done_percent)
    rule = done_rule_of(item.done_rule, percent, item.asked_edition, item.done_parts)
    means = Means(
        hand_in=item.takes_hand_ins,
        post=bool(item.wants if isinstance(item, LaidItem) else wants_of(item)),
        score=bool(item.points),
        watch=kind.recording and item.file_id is not None,
        text=kind.written,
    )
    return can_be_met(rule, means)


def with_hand_ins(item: Item, takes_hand_ins: bool) -> dict[str, object]:
    """The fields of an item that takes hand-ins from now on, or none. A done rule that nobody could meet any more
    becomes one that can be met; any other stays as it was chosen."""
    fields: dict[str, object] = {"takes_hand_ins": takes_hand_ins}
    changed = copy(item)
    changed.takes_hand_ins = takes_hand_ins
    if can_be_done(item) and not can_be_done(changed):
        fields["done_rule"] = "scored" if item.points else "ticked"
    return fields
