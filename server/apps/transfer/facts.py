"""Rows to frozen core values, nowhere else: rhythms as they are stored and sent."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict
from datetime import time
from typing import Any

from unvo_core.terms.rhythm import Beat, OnClass, OnDay, Stamped, StepRule

from apps.kernel.public import one_line
from apps.layout.public import row_of, rule_of

PLAIN_FIELDS = ("part", "minutes", "points", "category", "done_rule", "required")


def beat_of(row: Mapping[str, Any]) -> Beat:
    """Raises KeyError, ValueError or TypeError for a row that is no beat."""
    moments = {name: step_rule_of(m) for name, m in row.get("moments", {}).items()}
    fields = {k: row[k] for k in PLAIN_FIELDS if k in row}
    return Beat(key=row["key"], kind=row["kind"], title=one_line(row["title"], "Title", 200), moments=moments, **fields)


def step_rule_of(row: Mapping[str, Any]) -> StepRule:
    if row["on"] == "day":
        return OnDay(row["weekday"], time.fromisoformat(row["time"]), row.get("plus", 0))
    return OnClass(row.get("nth", 1), row.get("edge", "start"), row.get("minutes", 0))


def stamped_of(row: Mapping[str, Any]) -> Stamped:
    return Stamped(**dict(row) | {"rules": {name: rule_of(r) for name, r in row["rules"].items()}})


def stamped_row(stamped: Stamped) -> dict[str, Any]:
    return asdict(stamped) | {"rules": {name: row_of(rule) for name, rule in stamped.rules.items()}}
