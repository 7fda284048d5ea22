"""The standing as its screen shows it: totals with their arithmetic, items with their states."""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from fractions import Fraction
from typing import cast

from unvo_core.grading import totals as core
from unvo_core.grading.attempts import Counting
from unvo_core.grading.scale import rounded
from unvo_core.path.evaluate import State

from apps.courses.public import Course
from apps.gradebook.public import Category, points
from apps.layout.public import LaidItem, Layout, item_ref, ref
from apps.links.public import OwnSource, own_sources
from apps.path.public import Reader, cells_of_made_up, laid_for, own_progress
from apps.screens.rows import choices_of
from apps.screens.standing import schemas as out
from apps.screens.totals import StandingOf, Walked


def own_standing(course: Course, reader: Reader, person_name: str) -> out.Standing:
    """The reader's own, or that of the student whom they walk through the course as."""
    return _sheet(own_known(course, reader), "" if reader.made_up else person_name, reader.now)


def own_known(course: Course, reader: Reader) -> StandingOf:
    walked = None
    if reader.made_up:
        laid = laid_for(course, reader)
        walked = Walked(
            own_progress(course, laid, reader), cells_of_made_up(laid, reader.made_up), reader.made_up.groups
        )
    return StandingOf(course, reader.person_id, reader.now, walked)


def standing(course: Course, person_id: int, person_name: str, now: datetime) -> out.Standing:
    return _sheet(StandingOf(course, person_id, now), person_name, now)


def _sheet(known: StandingOf, person_name: str, now: datetime) -> out.Standing:
    current = known.total("current")
    rows = {r.category_id: r for r in current.rows}
    sources = own_sources(known.course, known.laid, known.person_id)
    return out.Standing(
        person=person_name,
        zone=known.course.zone,
        now=now,
        bands=[out.Band(name=n, lower=float(lower)) for n, lower in known.setup.scheme.bands],
        decimals=known.setup.scheme.decimals,
        letters_on_rounded=known.setup.scheme.letters_on_rounded,
        weighted=all(c.weight is not None for c in known.setup.categories),
        current=total_out(current, known.laid),
        floor=total_out(known.total("floor"), known.laid),
        ceiling=total_out(known.total("ceiling"), known.laid),
        categories=[_category(known, c, rows[c.pk], sources) for c in known.setup.categories],
    )


def total_out(total: core.Total, laid: Layout) -> out.Total:
    return out.Total(
        value=None if total.shown is None else str(total.shown),
        exact=None if total.value is None else str(rounded(total.value, 4)),
        band=total.band,
        share=str(rounded(total.weight_scored, 0)),
        waits=str(rounded(total.weight_waiting, 0)) if total.weight_waiting else None,
        rows=[_arithmetic(r, laid) for r in total.rows],
    )


def _arithmetic(row: core.CategoryRow, laid: Layout) -> out.Arithmetic:
    return out.Arithmetic(
        category_id=row.category_id,
        name=row.name,
        numerator=str(points(row.numerator)),
        denominator=str(points(row.denominator)),
        percent=None if row.percent is None else str(rounded(row.percent, 2)),
        weight=None if row.weight is None else str(points(row.weight)),
        effective_weight=str(rounded(row.effective_weight, 2)),
        contribution=str(rounded(row.contribution, 2)),
        of_items=sum(i.role != "out" for i in row.items),
        dropped=[
            out.Dropped(
                id=i.item_id,
                title=laid.items[i.item_id].title,
                points=str(points(i.points)),
                possible=str(points(i.possible)),
                lowest=i.role == "dropped_low",
            )
            for i in row.items
            if i.role in ("dropped_low", "dropped_high")
        ],
        scored=str(points(row.scored)),
        whole=str(points(row.whole)),
        share=str(rounded(row.share, 2)),
    )


def _category(
    known: StandingOf, category: Category, row: core.CategoryRow, sources: Mapping[int, OwnSource]
) -> out.CategoryRow:
    roles = {i.item_id: i.role for i in row.items}
    return out.CategoryRow(
        id=category.pk,
        name=category.name,
        drop_lowest=category.drop_lowest,
        drop_highest=category.drop_highest,
        extra_credit=category.extra_credit,
        arithmetic=_arithmetic(row, known.laid),
        items=[_item(known, i, roles.get(i.id, "out"), sources.get(i.id)) for i in known.totals.counting(category)],
    )


def _item(known: StandingOf, item: LaidItem, role: core.EntryRole, source: OwnSource | None) -> out.ItemRow:
    state = known.state(item)
    visible = known.score(item)
    missing = state.state == State.MISSING and known.setup.scheme.missing != "blank"
    score = points(visible.result.counts) if visible else None
    if missing and score is None:
        score = points(known.totals.missing_points(item.possible) or Fraction(0))
    graded, rule = known.graded(item), known.totals.late_rule(item)
    module = known.laid.module_by_id[item.module_id]
    return out.ItemRow(
        id=item.id,
        title=item.title,
        step=module.key,
        due=item.span.due,
        closes=item.span.closes,
        state=state.state,
        open=state.open,
        waits_for=[item_ref(ref(known.laid, i)) for i in state.waits_for],
        choices=choices_of(state, known.laid),
        opens_at=state.opens_at,
        started=known.progress.details.get((item.id, "started"), {}),
        late_seconds=state.late_seconds,
        late_percent=None if rule is None else str(points(rule.percent)),
        late_per=None if rule is None else rule.per,
        role=role,
        score=None if score is None else str(score),
        raw=None if visible is None or visible.raw is None else str(points(visible.raw)),
        table=table.name if (table := known.totals.rules[item.id].table) else "",
        given=None if visible is None else str(points(visible.result.given)),
        deduction=None if visible is None else str(points(visible.result.deduction)),
        late_units=visible.result.units if visible else 0,
        possible=str(points(item.possible)),
        comment=visible.comment if visible else "",
        source=source if visible else None,
        hold=graded.hold,
        attempts=visible.attempts if visible else 0,
        counting=cast(Counting, graded.counting),
    )
