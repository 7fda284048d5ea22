"""A rhythm laid over the term: previewed, stamped, stamped again without doubles."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from datetime import time
from decimal import Decimal
from typing import Any

from django.db.models import Max
from unvo_core.schedule.rhythm import (
    Beat,
    OnClass,
    OnDay,
    Stamped,
    Stamping,
    Step,
    StepRule,
    rhythm_problems,
    section_steps,
    stamp,
    week_steps,
)

from apps.courses.public import (
    FIRST_RULES,
    Course,
    Edit,
    Item,
    Layout,
    Module,
    Part,
    Rhythm,
    apply_edits,
    can_lay_out,
    layout,
    lock_course,
    membership,
    row_of,
    rule_of,
)
from apps.gradebook.public import set_grading, setup_of
from apps.kernel.public import Actor, AuditRecord, Refused, not_found, one_line, refuse_problems, require

MOST_ITEMS = 1000


@dataclass(frozen=True)
class RhythmWish:
    """`beats`: as unvo_core.schedule.rhythm.Beat, moments as rows {'on': 'day' or 'class', ...}."""

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
    beats = [_beat(b) for b in wish.beats]
    refuse_problems(rhythm_problems(beats))
    steps = _steps(wish, laid)
    if not steps:
        raise Refused("rhythm.no_steps")
    if len(steps) * len(beats) > MOST_ITEMS:
        raise Refused("rhythm.too_many", most=MOST_ITEMS)
    return stamp(beats, steps, laid.calendar, _there(course, rhythm_id))


def stamp_rhythm(
    actor: Actor, course: Course, wish: RhythmWish, rhythm_id: int | None
) -> tuple[Rhythm, AuditRecord | None]:
    """Keep the rhythm and lay it over the term: new items as drafts, changed ones where no hand was at work."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    stamping = plan_rhythm(actor, course, wish, rhythm_id)
    rhythm = (
        Rhythm.objects.filter(course=course, pk=rhythm_id, removed=False).first()
        if rhythm_id
        else Rhythm(course=course)
    )
    if rhythm is None:
        raise not_found("rhythm")
    rhythm.name, rhythm.unit = one_line(wish.name, "Name", 100), wish.unit
    rhythm.beats, rhythm.steps = [dict(b) for b in wish.beats], dict(wish.steps)
    rhythm.save()
    edits: list[Edit] = []
    places = _Places(course, edits)
    made = [(s, places.make(s, rhythm)) for s in stamping.new]
    rows = {(i.beat, i.step): i for i in Item.objects.filter(rhythm=rhythm)}
    for stamped in stamping.changed:
        row = rows[(stamped.beat, stamped.step)]
        edits.append(Edit("item", row, _fields(stamped) | {"stamped": _plain(stamped)}))
        made.append((stamped, row))
    change = apply_edits(actor, course, "stamp_rhythm", edits) if edits else None
    _grade(actor, course, made)
    return rhythm, change


def _beat(row: Mapping[str, Any]) -> Beat:
    try:
        moments = {name: _step_rule(m) for name, m in row.get("moments", {}).items()}
        fields = {k: row[k] for k in ("part", "minutes", "points", "category", "done_rule", "required") if k in row}
        return Beat(row["key"], row["kind"], one_line(row["title"], "Title", 200), moments, **fields)
    except (KeyError, ValueError, TypeError):
        raise Refused("rhythm.unreadable") from None


def _step_rule(row: Mapping[str, Any]) -> StepRule:
    if row["on"] == "day":
        return OnDay(row["weekday"], time.fromisoformat(row["time"]), row.get("plus", 0))
    return OnClass(row.get("nth", 1), row.get("edge", "start"), row.get("minutes", 0))


def _steps(wish: RhythmWish, laid: Layout) -> tuple[Step, ...]:
    if wish.unit == "section":
        sections = [(str(s["label"]), str(s.get("topic", ""))) for s in wish.steps.get("sections", [])]
        return section_steps(laid.calendar, sections, int(wish.steps.get("first_class", 1)))
    topics = {m.week: m.title for m in laid.all}
    found = week_steps(laid.calendar, int(wish.steps.get("first", 1)), int(wish.steps.get("last", 99)))
    return tuple(replace(s, topic=topics.get(s.week, "")) for s in found)


def _there(course: Course, rhythm_id: int | None) -> dict[tuple[str, str], tuple[Stamped, bool]]:
    """What earlier stamps made, and whether a hand has changed it since; what a hand removed counts as changed."""
    found = {}
    for item in Item.objects.filter(course=course, rhythm_id=rhythm_id or 0).exclude(stamped=None):
        kept = _stamped(item.stamped or {})
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
        "done_rule": stamped.done_rule or FIRST_RULES[stamped.kind],
        "moments": {name: row_of(rule) for name, rule in stamped.rules.items()},
    }


def _plain(stamped: Stamped) -> dict[str, Any]:
    return asdict(stamped) | {"rules": {name: row_of(rule) for name, rule in stamped.rules.items()}}


def _stamped(row: Mapping[str, Any]) -> Stamped:
    return Stamped(**dict(row) | {"rules": {name: rule_of(r) for name, r in row["rules"].items()}})


class _Places:
    """Modules and parts that stamped items go to, made where they are missing."""

    def __init__(self, course: Course, edits: list[Edit]) -> None:
        self.course, self.edits = course, edits
        rows = Module.objects.filter(course=course, removed=False).order_by("position", "id")
        self.modules: dict[int, Module] = {}
        for row in rows:
            if row.week is not None:
                self.modules.setdefault(row.week, row)
        self.parts = {(p.module_id, p.title): p for p in Part.objects.filter(module__course=course, removed=False)}
        self.last = Item.objects.filter(course=course).aggregate(n=Max("position"))["n"] or 0

    def make(self, stamped: Stamped, rhythm: Rhythm) -> Item:
        module = self.modules.get(stamped.week) or self._module(stamped.week)
        part = self._part(module, stamped.part) if stamped.part else None
        self.last += 10
        item = Item.objects.create(
            course=self.course,
            module=module,
            part=part,
            position=self.last,
            takes_hand_ins=stamped.kind == Item.ASSIGNMENT,
            rhythm=rhythm,
            beat=stamped.beat,
            step=stamped.step,
            stamped=_plain(stamped),
            **_fields(stamped),
        )
        self.edits.append(Edit("item", item, made=True))
        return item

    def _module(self, week: int) -> Module:
        after = [m for w, m in self.modules.items() if w < week]
        position = max((m.position for m in after), default=0)
        module = Module.objects.create(
            course=self.course, title=f"Week {week}", week=week, position=position + 1 if after else 0
        )
        self.modules[week] = module
        self.edits.append(Edit("module", module, made=True))
        return module

    def _part(self, module: Module, title: str) -> Part:
        found = self.parts.get((module.pk, title))
        if found is None:
            count = sum(pk == module.pk for pk, _ in self.parts)
            found = Part.objects.create(module=module, title=title, position=count * 10 + 10)
            self.parts[(module.pk, title)] = found
            self.edits.append(Edit("part", found, made=True))
        return found


def _grade(actor: Actor, course: Course, made: Sequence[tuple[Stamped, Item]]) -> None:
    """What has points counts in the category that the rhythm names."""
    categories = {c.name.casefold(): c.pk for c in setup_of(course).categories}
    for stamped, item in made:
        if stamped.points is not None:
            set_grading(actor, course, item.pk, categories.get(stamped.category.casefold()), None, False)
