"""Lay the demo's courses out: rows straight into the tables, as an import would."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, field
from datetime import date, timedelta
from typing import Any

from apps.assignments.models import Brief
from apps.courses.models import Course
from apps.gradebook.models import Category, GradedItem, LateRule
from apps.kernel.clock import now
from apps.layout.models import Item, ItemText, Module, Part
from apps.layout.public import kind_of

MONDAY, TUESDAY, WEDNESDAY, THURSDAY, FRIDAY, SUNDAY = 0, 1, 2, 3, 4, 6


Moment = tuple[int, int, str] | dict[str, Any]


@dataclass
class Wish:
    """One item to make; `due` and the rest as (week, weekday, 'HH:MM') or as a rule."""

    kind: str
    title: str
    html: str = ""
    minutes: int = 0
    points: int | None = None
    part: str = ""
    opens: Moment | None = None
    due: Moment | None = None
    closes: Moment | None = None
    category: str = ""
    hold: bool = False
    late: bool = False
    counting: str = "latest"
    attempts: int | None = None
    files: bool = True
    text: bool = True
    on_paper: bool = False
    required: bool = True
    practice: bool = False
    after: Sequence[str] = field(default_factory=tuple)
    address: str = ""
    done_rule: str = ""
    done_percent: int | None = None
    place: str = ""
    hint: str = ""
    read_first: Sequence[str] = field(default_factory=tuple)
    wants: Sequence[dict[str, Any]] | None = None


def at_class(number: int, minutes: int = 0) -> dict[str, Any]:
    """When a class begins, or so many minutes after."""
    return {"on": "class", "number": number, "edge": "start", "minutes": minutes}


def done_first(items: Sequence[int]) -> dict[str, Any]:
    return {"join": "all", "of": [{"on": "done", "items": list(items), "of": None}]} if items else {}


def rule(moment: Moment) -> dict[str, Any]:
    if isinstance(moment, dict):
        return moment
    week, weekday, at = moment
    return {"on": "week", "week": week, "weekday": weekday, "time": at}


class Layouter:
    """Makes modules, parts and items of one course, remembering items by title for conditions."""

    def __init__(self, course: Course, categories: dict[str, Category], late_rule: LateRule | None) -> None:
        self.course, self.categories, self.late_rule = course, categories, late_rule
        self.items: dict[str, Item] = {}
        self.count = 0

    def module(
        self,
        title: str,
        week: int | None,
        wishes: Sequence[Wish],
        objectives: Sequence[str] = (),
        published: bool = True,
        in_order: bool = False,
    ) -> Module:
        self.count += 10
        module = Module.objects.create(
            course=self.course,
            title=title,
            week=week,
            position=self.count,
            published=published,
            in_order=in_order,
            objectives=list(objectives),
        )
        parts: dict[str, Part] = {}
        for wish in wishes:
            if wish.part and wish.part not in parts:
                parts[wish.part] = Part.objects.create(module=module, title=wish.part, position=len(parts) * 10 + 10)
        for n, wish in enumerate(wishes, start=1):
            self.items[wish.title] = self._item(module, parts.get(wish.part), n * 10, wish)
        return module

    def _item(self, module: Module, part: Part | None, position: int, wish: Wish) -> Item:
        moments = {n: rule(m) for n in ("opens", "due", "closes") if (m := getattr(wish, n)) is not None}
        item = Item.objects.create(
            course=self.course,
            module=module,
            part=part,
            kind=wish.kind,
            title=wish.title,
            position=position,
            required=wish.required,
            practice=wish.practice,
            published=True,
            effort_minutes=wish.minutes,
            points=wish.points,
            done_rule=wish.done_rule or ("scored" if wish.on_paper else kind_of(wish.kind).first_rule),
            moments=moments,
            conditions=done_first([self.items[t].pk for t in wish.after]),
            address=wish.address,
            place=wish.place,
            hint=wish.hint,
            read_first=[self.items[t].pk for t in wish.read_first],
            done_percent=kind_of(wish.kind).first_percent or wish.done_percent,
            wants=wish.wants,
            takes_hand_ins=kind_of(wish.kind).takes_hand_ins and not wish.on_paper,
        )
        if wish.html:
            ItemText.objects.create(item=item, edition=1, html=wish.html, written_at=now())
        if wish.kind == "assignment":
            self._brief(item, wish)
        if wish.points is not None:
            GradedItem.objects.create(
                course=self.course,
                item=item,
                category=self.categories.get(wish.category),
                late_rule=self.late_rule if wish.late else None,
                counting=wish.counting,
                hold=wish.hold,
            )
        return item

    def _brief(self, item: Item, wish: Wish) -> None:
        Brief.objects.create(
            item=item,
            takes_text=wish.text,
            takes_files=wish.files,
            takes_photos=wish.files,
            most_files=12,
            attempts=wish.attempts,
        )


def monday_of(day: date) -> date:
    return day - timedelta(days=day.weekday())
