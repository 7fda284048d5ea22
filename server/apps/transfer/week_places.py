"""Modules and parts that new items go to, made in their place where they are missing."""

from __future__ import annotations

from django.db.models import Max

from apps.courses.public import Course
from apps.layout.changes import Edit, place_between
from apps.layout.public import Item, Module, Part, kind_of

STEP = 10


class WeekPlaces:
    """By week; `edits` takes what is made, so that one undo takes it back."""

    def __init__(self, course: Course, edits: list[Edit]) -> None:
        self.course, self.edits = course, edits
        self.modules: dict[int, Module] = {}
        for row in Module.objects.filter(course=course, removed=False).order_by("position", "id"):
            if row.week is not None:
                self.modules.setdefault(row.week, row)
        self.parts = {(p.module_id, p.title): p for p in Part.objects.filter(module__course=course, removed=False)}
        self.last = Item.objects.filter(course=course).aggregate(n=Max("position"))["n"] or 0

    def module(self, week: int, title: str) -> Module:
        """The week's first module, or a new one after those of the weeks before it."""
        found = self.modules.get(week)
        if found is None:
            position = place_between(self.course, week)
            found = Module.objects.create(course=self.course, title=title, week=week, position=position)
            self.modules[week] = found
            self.edits.append(Edit("module", found, made=True))
        return found

    def part(self, module: Module, title: str) -> Part:
        found = self.parts.get((module.pk, title))
        if found is None:
            count = sum(pk == module.pk for pk, _ in self.parts)
            found = Part.objects.create(module=module, title=title, position=(count + 1) * STEP)
            self.parts[(module.pk, title)] = found
            self.edits.append(Edit("part", found, made=True))
        return found

    def item(self, module: Module, **fields: object) -> Item:
        """A draft at the end of its module."""
        self.last += STEP
        takes = kind_of(str(fields["kind"])).takes_hand_ins
        found = Item.objects.create(
            course=self.course, module=module, position=self.last, takes_hand_ins=takes, **fields
        )
        self.edits.append(Edit("item", found, made=True))
        return found
