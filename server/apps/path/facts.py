"""Facts as rows to those of the core."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime
from typing import Any

from unvo_core.path.facts import ItemFacts

from apps.path.models import Fact

FACT_FIELDS = ("item_id", "kind", "at", "edition", "by_teacher", "detail")
FactRow = tuple[int, str, datetime, int, bool, dict[str, Any]]


def person_facts(rows: Iterable[FactRow]) -> dict[int, ItemFacts]:
    """`rows`: item, kind, at, edition, by_teacher, detail."""
    gathered: dict[int, dict[str, Any]] = {}
    for item_id, kind, at, edition, by_teacher, detail in rows:
        facts = gathered.setdefault(item_id, {})
        facts[f"{kind}_at"] = at
        if kind == Fact.ACKNOWLEDGED:
            facts["acknowledged_edition"] = edition
        if kind == Fact.WATCHED:
            facts["watched_percent"] = detail.get("percent", 0)
        if kind == Fact.TICKED and by_teacher:
            facts["ticked_by_teacher"] = True
    return {item: ItemFacts(**facts) for item, facts in gathered.items()}
