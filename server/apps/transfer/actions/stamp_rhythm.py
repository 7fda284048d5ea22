"""A rhythm laid over the term: previewed, stamped, stamped again without doubles."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from decimal import Decimal
from typing import Any

from django.utils.translation import gettext as _
from unvo_core.terms.rhythm import (
    Beat,
    Stamped,
    Stamping,
    Step,
    rhythm_problems,
    section_steps,
    stamp,
    week_steps,
)

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.gradebook.public import set_grading, setup_of
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, one_line, refuse_problems, require, together
from apps.layout.changes import Edit, apply_edits, set_back
from apps.layout.public import Item, Layout, Rhythm, kind_of, layout, row_of
from apps.transfer.facts import beat_of, stamped_of, stamped_row
from apps.transfer.week_places import WeekPlaces

MOST_ITEMS = 1000


@dataclass(frozen=True)
class RhythmWish:
    """`beats`: as unvo_core.terms.rhythm.Beat, moments as rows {'on': 'day' or 'class', ...}."""

    name: str
    unit: str
    beats: Sequence[Mapping[str, Any]]
    steps: Mapping[str, Any]


def plan_rhythm(actor: Actor, course: Course, wish: RhythmWish, rhythm_id: int | None) -> Stamping:
    """What stamping would do; changes nothing."""
    require(can_lay_out(membership(actor, course)))
    laid = layout(course)
    if laid.term is None:
        raise Refused("rhythm.no_term")
    beats = [_readable(b) for b in wish.beats]
    refuse_problems(rhythm_problems(beats))
    steps = _steps(wish, laid)
    if not steps:
        raise Refused("rhythm.no_steps")
    if len(steps) * len(beats) > MOST_ITEMS:
        raise Refused("rhythm.too_many", most=MOST_ITEMS)
    return stamp(beats, steps, laid.calendar, _there(course, rhythm_id))


def stamp_rhythm(actor: Actor, course: Course, wish: RhythmWish, rhythm_id: int | None) -> tuple[Rhythm, AuditRecord]:
    """Keep the rhythm and lay it over the term: new items as drafts, changed ones where no hand was at work."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    stamping = plan_rhythm(actor, course, wish, rhythm_id)
    rhythm, edits = _rhythm(course, wish, rhythm_id)
    places = WeekPlaces(course, edits)
    rows = {(i.beat, i.step): i for i in Item.objects.filter(rhythm=rhythm)}
    again = [s for s in stamping.new if (s.beat, s.step) in rows]
    counted = [(_make(places, s, rhythm), s) for s in stamping.new if s not in again]
    for stamped in again:
        row = rows[(stamped.beat, stamped.step)]
        counted.append((row, stamped))
        edits.append(Edit("item", row, _fields(stamped) | {"stamped": stamped_row(stamped), "removed": False}))
    for stamped in stamping.changed:
        row = rows[(stamped.beat, stamped.step)]
        if stamped_of(row.stamped or {}).category != stamped.category or row.points is None:
            counted.append((row, stamped))
        edits.append(Edit("item", row, _fields(stamped) | {"stamped": stamped_row(stamped)}))
    with together(actor, "layout.stamp_rhythm", ("rhythm", rhythm.pk), course_id=course.pk) as change:
        apply_edits(actor, course, "stamp_rhythm", edits)
        _grade(actor, course, counted)
    return rhythm, change


def _rhythm(course: Course, wish: RhythmWish, rhythm_id: int | None) -> tuple[Rhythm, list[Edit]]:
    fields: dict[str, Any] = {
        "name": one_line(wish.name, "Name", 100),
        "unit": wish.unit,
        "beats": [dict(b) for b in wish.beats],
        "steps": dict(wish.steps),
    }
    if rhythm_id is None:
        rhythm = Rhythm.objects.create(course=course, **fields)
        return rhythm, [Edit("rhythm", rhythm, made=True)]
    found = Rhythm.objects.filter(course=course, pk=rhythm_id, removed=False).first()
    if found is None:
        raise not_found("rhythm")
    return found, [Edit("rhythm", found, fields)]


def _readable(row: Mapping[str, Any]) -> Beat:
    try:
        return beat_of(row)
    except (KeyError, ValueError, TypeError):
        raise Refused("rhythm.unreadable") from None


def _steps(wish: RhythmWish, laid: Layout) -> tuple[Step, ...]:
    if wish.unit == "section":
        sections = [(str(s["label"]), str(s.get("topic", ""))) for s in wish.steps.get("sections", [])]
        return section_steps(laid.calendar, sections, int(wish.steps.get("first_class", 1)))
    topics = {m.week: m.title for m in laid.all}
    found = week_steps(laid.calendar, int(wish.steps.get("first", 1)), int(wish.steps.get("last", 99)))
    return tuple(replace(s, topic=topics.get(s.week, "")) for s in found)


def _there(course: Course, rhythm_id: int | None) -> dict[tuple[str, str], tuple[Stamped, bool]]:
    """What earlier stamps made, and whether a hand has changed it since. What a hand removed counts as changed; what
    was set back with its stamp is not there."""
    found = {}
    items = list(Item.objects.filter(course=course, rhythm_id=rhythm_id or 0).exclude(stamped=None))
    back = set_back({"item": [i.pk for i in items if i.removed]})
    for item in items:
        if ("item", item.pk) in back:
            continue
        kept = stamped_of(item.stamped or {})
        mine = _fields(kept)
        by_hand = item.removed or any(getattr(item, name) != value for name, value in mine.items())
        found[(item.beat, item.step)] = (kept, by_hand)
    return found


def _fields(stamped: Stamped) -> dict[str, Any]:
    """An item's fields as the rhythm wants them."""
    return {
        "title": stamped.title,
        "kind": stamped.kind,
        "effort_minutes": stamped.minutes,
        "points": None if stamped.points is None else Decimal(stamped.points).quantize(Decimal("0.01")),
        "required": stamped.required,
        "done_rule": stamped.done_rule or kind_of(stamped.kind).first_rule,
        "moments": {name: row_of(rule) for name, rule in stamped.rules.items()},
    }


def _make(places: WeekPlaces, stamped: Stamped, rhythm: Rhythm) -> Item:
    module = places.module(stamped.week, _("Week %(n)s") % {"n": stamped.week})
    return places.item(
        module,
        part=places.part(module, stamped.part) if stamped.part else None,
        rhythm=rhythm,
        beat=stamped.beat,
        step=stamped.step,
        stamped=stamped_row(stamped),
        **_fields(stamped),
    )


def _grade(actor: Actor, course: Course, counted: Sequence[tuple[Item, Stamped]]) -> None:
    """What has points counts in the category that the rhythm names; its late rule and its hold stay."""
    setup = setup_of(course)
    categories = {c.name.casefold(): c.pk for c in setup.categories}
    for item, stamped in counted:
        if stamped.points is None:
            continue
        late, hold = (row.late_rule_id, row.hold) if (row := setup.graded.get(item.pk)) else (None, False)
        set_grading(actor, course, item.pk, categories.get(stamped.category.casefold()), late, hold)
