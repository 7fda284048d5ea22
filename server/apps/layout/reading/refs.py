"""Enough of an item to name it and to link to it."""

from __future__ import annotations

from dataclasses import dataclass

from apps.layout.reading.structure import Layout


@dataclass(frozen=True, slots=True)
class Ref:
    """Enough to name an item and link to it."""

    id: int
    number: int
    title: str
    step: str


def ref(laid: Layout, item_id: int) -> Ref:
    item = laid.student_items.get(item_id) or laid.items[item_id]
    return Ref(item.id, item.number, item.title, laid.module_by_id[item.module_id].key)
