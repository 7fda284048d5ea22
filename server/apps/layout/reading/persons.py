"""One person's layout: the course's own, with the classes of their section and their allowances."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace

from unvo_core.path.conditions import For, whens_for
from unvo_core.schedule.allowances import Allowance, effective
from unvo_core.schedule.moments import Key, resolve_all
from unvo_core.schedule.spans import MOMENTS, Span

from apps.layout.reading.facts import numbered, path_module
from apps.layout.reading.structure import LaidItem, LaidModule, Layout


def layout_for(laid: Layout, person_id: int) -> Layout:
    """The person's layout; the course's own one when nothing differs for them."""
    return layout_in(laid, _Place(laid.sections.get(person_id), laid.groups.get(person_id, frozenset()), person_id))


@dataclass(frozen=True, slots=True)
class _Place:
    """Where somebody stands in a course; `person_id` None for somebody made up."""

    section_id: int | None
    groups: frozenset[int]
    person_id: int | None = None
    with_allowances: bool = True


def made_up_layout(laid: Layout, section_id: int | None, groups: frozenset[int], with_allowances: bool) -> Layout:
    """The layout of a student who would be in this section and these groups."""
    return layout_in(laid, _Place(section_id, groups, None, with_allowances))


def layout_in(laid: Layout, place: _Place) -> Layout:
    fitting = _fitting(laid, place) if place.with_allowances else []
    own_calendar = place.section_id if place.section_id in laid.calendars else None
    told_apart, sections = laid.audiences
    section = place.section_id if place.section_id in sections else None
    tells_apart = bool(told_apart or sections)
    if not fitting and own_calendar is None and not tells_apart:
        return laid
    groups = place.groups & told_apart
    key = (own_calendar, tuple(a.id for a in fitting), groups, section)

    def make() -> Layout:
        own = _made(laid, own_calendar, fitting)
        return _with_audience(own, groups, section) if tells_apart else own

    return laid.variants.get(key, make)


def _with_audience(laid: Layout, groups: frozenset[int], section: int | None) -> Layout:
    """What is for other groups or sections is not on the path; the rest counts on without it."""
    students = tuple(_heard_by(m, groups, section) for m in laid.students)
    path = tuple(
        old if new is was else path_module(new)
        for old, new, was in zip(laid.path, students, laid.students, strict=True)
    )
    return replace(laid, students=students, path=path)


def _heard_by(module: LaidModule, groups: frozenset[int], section: int | None) -> LaidModule:
    if not any(isinstance(c, For) for i in module.items for w in i.whens for c in w.of):
        return module
    settled = ((i, whens_for(i.whens, groups, section)) for i in module.items)
    return replace(module, items=numbered(replace(i, whens=w) for i, w in settled if w is not None))


def _fitting(laid: Layout, place: _Place) -> list[Allowance]:
    found = laid.allowances_by.get(("person", place.person_id), ()) if place.person_id is not None else ()
    for group in sorted(place.groups):
        found = (*found, *laid.allowances_by.get(("group", group), ()))
    if place.section_id is not None:
        found = (*found, *laid.allowances_by.get(("section", place.section_id), ()))
    return [given.allowance for given in found]


def _made(laid: Layout, section_id: int | None, fitting: list[Allowance]) -> Layout:
    calendar = laid.calendar if section_id is None else laid.calendars[section_id]
    instants = None if section_id is None else resolve_all(laid.rules, calendar).instants
    everywhere = any(a.item_id is None for a in fitting)
    named = {a.item_id for a in fitting}

    def item(old: LaidItem) -> LaidItem:
        span = old.span if instants is None else span_from(old.id, instants)
        if not everywhere and old.id not in named:
            return old if span == old.span else replace(old, span=span)
        allowed = effective(span, fitting, old.id)
        return replace(old, span=allowed.span, allowed=allowed)

    everyone = tuple(_with_items(m, tuple(item(i) for i in m.items)) for m in laid.all)
    students = tuple(_with_items(m, tuple(item(i) for i in m.items)) for m in laid.students)
    path = tuple(
        old if new is was else path_module(new)
        for old, new, was in zip(laid.path, students, laid.students, strict=True)
    )
    return replace(laid, calendar=calendar, all=everyone, students=students, path=path)


def _with_items(module: LaidModule, items: tuple[LaidItem, ...]) -> LaidModule:
    """The module itself when none of its items changed."""
    same = all(new is old for new, old in zip(items, module.items, strict=True))
    return module if same else replace(module, items=items)


def span_from(item_id: int, instants: Mapping[Key, object]) -> Span:
    return Span(**{name: instants.get((item_id, name)) for name in MOMENTS})  # type: ignore[arg-type]
