"""Scores tried in place of one's own, and what is needed to reach a band. Nothing of it is kept."""

from __future__ import annotations

from collections.abc import Sequence
from fractions import Fraction

from unvo_core.grading import totals as core
from unvo_core.grading.trying import Reach, to_reach, with_scores
from unvo_core.grading.typed import read_points
from unvo_core.problems import Problem

from apps.gradebook.public import points
from apps.kernel.public import not_found, refuse_problems
from apps.screens.standing import schemas as out
from apps.screens.standing.page import total_out
from apps.screens.totals import StandingOf


def tried(known: StandingOf, wishes: Sequence[out.TriedScore]) -> out.TriedStanding:
    """The three totals and every band's outlook with these scores; an empty one is not tried."""
    categories = with_scores(known.totals.categories, _read(known, wishes))
    scheme = known.setup

    def one(kind: core.Kind) -> out.Total:
        return total_out(core.total(kind, categories, scheme.bands, scheme.rounding), known.laid)

    return out.TriedStanding(
        current=one("current"),
        floor=one("floor"),
        ceiling=one("ceiling"),
        reach=[_reach(r) for r in to_reach(categories, scheme.bands, scheme.rounding)],
    )


def _read(known: StandingOf, wishes: Sequence[out.TriedScore]) -> dict[int, Fraction]:
    items = {i.id: i for c in known.setup.categories for i in known.totals.counting(c)}
    found, problems = {}, []
    for wish in wishes:
        if wish.item_id not in items:
            raise not_found("item")
        if not wish.points.strip():
            continue
        read = read_points(wish.points, points(items[wish.item_id].possible), above=True)
        if isinstance(read, Problem):
            problems.append(Problem(read.code, f"scores.{wish.item_id}", read.params))
        else:
            rules, possible = known.totals.rules[wish.item_id], items[wish.item_id].possible
            found[wish.item_id] = rules.recorded(Fraction(read), possible)
    refuse_problems(problems)
    return found


def _reach(reach: Reach) -> out.BandReach:
    return out.BandReach(
        band=reach.band.name,
        lower=str(points(reach.band.lower)),
        outlook=reach.outlook,
        share=None if reach.share is None else str(points(reach.share)),
    )
