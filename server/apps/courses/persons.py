"""One person's layout: the course's own, with the classes of their section and their allowances."""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Mapping
from dataclasses import replace
from weakref import WeakKeyDictionary

from unvo_core.schedule.allowances import Allowance, effective
from unvo_core.schedule.moments import Key, resolve_all
from unvo_core.schedule.spans import MOMENTS, Span

from apps.courses.facts import path_module
from apps.courses.structure import LaidItem, LaidModule, Layout

VARIANTS_KEPT = 512
_Key = tuple[int | None, tuple[int, ...]]


class _Variants:
    """The layouts made of one layout, the latest used last."""

    def __init__(self) -> None:
        self.kept: OrderedDict[_Key, Layout] = OrderedDict()


_variants: WeakKeyDictionary[Layout, _Variants] = WeakKeyDictionary()


def layout_for(laid: Layout, person_id: int) -> Layout:
    """The person's layout; the course's own one when nothing differs for them."""
    section_id = laid.sections.get(person_id)
    fitting = _fitting(laid, person_id, section_id)
    own_calendar = section_id if section_id in laid.calendars else None
    if not fitting and own_calendar is None:
        return laid
    kept = _variants.setdefault(laid, _Variants()).kept
    key = (own_calendar, tuple(a.id for a in fitting))
    if key not in kept:
        kept[key] = _made(laid, own_calendar, fitting)
        while len(kept) > VARIANTS_KEPT:
            kept.popitem(last=False)
    return kept[key]


def _fitting(laid: Layout, person_id: int, section_id: int | None) -> list[Allowance]:
    found = laid.allowances_by.get(("person", person_id), ())
    for group in laid.groups.get(person_id, ()):
        found = (*found, *laid.allowances_by.get(("group", group), ()))
    if section_id is not None:
        found = (*found, *laid.allowances_by.get(("section", section_id), ()))
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
    return replace(laid, calendar=calendar, all=everyone, students=students, path=path, _starts={})


def _with_items(module: LaidModule, items: tuple[LaidItem, ...]) -> LaidModule:
    """The module itself when none of its items changed."""
    same = all(new is old for new, old in zip(items, module.items, strict=True))
    return module if same else replace(module, items=items)


def span_from(item_id: int, instants: Mapping[Key, object]) -> Span:
    return Span(**{name: instants.get((item_id, name)) for name in MOMENTS})  # type: ignore[arg-type]
