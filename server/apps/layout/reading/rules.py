"""Moments as they are stored and sent, to rules and back."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime, time
from typing import Any

from unvo_core.schedule.moments import Absolute, AtClass, FromMoment, InWeek, Rule


def rule_of(row: Mapping[str, Any]) -> Rule:
    """A stored moment, by its 'on':

    week {week, weekday, time}; absolute {wall}; class {number, edge, minutes};
    moment {item, moment, days, classes, time}.
    """
    match row["on"]:
        case "week":
            return InWeek(row["week"], row["weekday"], time.fromisoformat(row["time"]))
        case "class":
            return AtClass(row["number"], row["edge"], row["minutes"])
        case "moment":
            at = time.fromisoformat(row["time"]) if row.get("time") else None
            return FromMoment(
                item_id=row["item"], moment=row["moment"], days=row["days"], classes=row["classes"], at=at
            )
        case _:
            return Absolute(datetime.fromisoformat(row["wall"]))


def row_of(rule: Rule) -> dict[str, Any]:
    match rule:
        case InWeek():
            return {"on": "week", "week": rule.week, "weekday": rule.weekday, "time": _clock(rule.at)}
        case AtClass():
            return {"on": "class", "number": rule.number, "edge": rule.edge, "minutes": rule.minutes}
        case FromMoment():
            at = _clock(rule.at) if rule.at else None
            base = {"item": rule.item_id, "moment": rule.moment}
            return {"on": "moment", **base, "days": rule.days, "classes": rule.classes, "time": at}
        case Absolute():
            return {"on": "absolute", "wall": rule.wall.strftime("%Y-%m-%dT%H:%M")}


def _clock(at: time) -> str:
    return at.strftime("%H:%M")
