"""A teacher before the gradebook, and one item of it in which nothing is held."""

from __future__ import annotations

from typing import Any

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.gradebook.models import GradedItem, Score

AT = "/courses/srv-110/gradebook"
LOOP, PLAN = "Field book: campus loop", "Project plan"


class Sheet(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        self.who = self.student.person.pk
        self.plan = self.item(PLAN)
        GradedItem.objects.filter(item=self.plan).update(hold=False)

    def put(self, *cells: dict[str, Any], who: Caller | None = None, **more: Any) -> Any:
        return (who or self.teacher).send("PUT", f"{AT}/cells", {"cells": list(cells)}, **more)

    def typed(self, text: str, person: int | None = None, item: int | None = None, **seen: Any) -> dict[str, Any]:
        return {"item": item or self.plan.pk, "person": person or self.who, "text": text, **seen}

    def undo(self, change: int, who: Caller | None = None) -> Any:
        return (who or self.teacher).send("POST", f"{AT}/changes/{change}/undo")

    def cells(self, person: int | None = None) -> dict[int, dict[str, Any]]:
        rows = self.teacher.get(f"{AT}/rows?person={person or self.who}").json()["rows"]
        return {cell["item"]: cell for cell in rows[0]["cells"]}

    def stands(self, *names: str) -> list[Any]:
        return [self.cells()[self.plan.pk][name] for name in names]

    def score(self, person: int | None = None) -> Score | None:
        rows = Score.objects.filter(cell__graded_item__item=self.plan, cell__person_id=person or self.who)
        return rows.order_by("-attempt").first()
