"""Conditions that wait for each other are refused, with the circle spelled out."""

from __future__ import annotations

from collections.abc import Sequence
from graphlib import CycleError, TopologicalSorter

from unvo_core.path.conditions import named_items
from unvo_core.path.model import PathModule
from unvo_core.problems import Problem


def condition_problems(modules: Sequence[PathModule]) -> list[Problem]:
    """A circle among conditions and in-order waits, as one problem that lists the item ids around it."""
    graph: TopologicalSorter[int] = TopologicalSorter()
    for module in modules:
        before: int | None = None
        for item in module.items:
            waits = [*named_items(item.whens), *([before] if module.in_order and before is not None else [])]
            graph.add(item.id, *waits)
            if item.required:
                before = item.id
    try:
        graph.prepare()
    except CycleError as error:
        around: list[int] = error.args[1]
        return [Problem("path.circle", "when", {"items": tuple(reversed(around))})]
    return []
