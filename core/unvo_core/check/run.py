"""All rules over one course."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from unvo_core.check import grading, linked, load, path, spans, texts, titles
from unvo_core.check.model import CheckedCourse, Finding, Severity

RULES: tuple[Callable[[CheckedCourse], Iterator[Finding]], ...] = (
    spans.out_of_order,
    spans.nowhere,
    spans.outside_term,
    spans.day_off,
    spans.opens_late,
    spans.not_default_time,
    spans.piled_up,
    spans.off_pattern,
    spans.system_differs,
    linked.strays,
    linked.unlinked,
    linked.shut,
    path.due_before_awaited,
    path.waits_on_hidden,
    path.waits_on_undated,
    path.waits_on_gone,
    path.for_nobody,
    path.module_hidden,
    path.titles_twice,
    path.exam_without_place,
    path.never_done,
    grading.no_points,
    grading.no_category,
    grading.weights_off,
    grading.drops_all,
    grading.ghosts,
    texts.prose_dates,
    texts.links_gone,
    titles.title_dates,
    load.week_over,
)

_ORDER = {Severity.WRONG: 0, Severity.DOUBTFUL: 1, Severity.NOTICE: 2}


def date_check(course: CheckedCourse) -> tuple[Finding, ...]:
    """Every finding of every rule, contradictions first."""
    found = [finding for rule in RULES for finding in rule(course)]
    return tuple(sorted(found, key=lambda f: _ORDER[f.severity]))
