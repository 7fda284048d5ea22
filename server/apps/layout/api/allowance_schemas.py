from datetime import datetime
from decimal import Decimal
from typing import Literal

from pydantic import BaseModel

from apps.courses.public import Named
from apps.layout.api.schemas import ItemRef


class AllowanceIn(BaseModel):
    person_id: int | None = None
    group_id: int | None = None
    section_id: int | None = None
    item_id: int | None = None
    shift_minutes: dict[str, int] = {}
    walls: dict[str, str] = {}
    time_factor: Decimal = Decimal(1)
    extra_attempts: int = 0
    excused: bool = False
    why: str = ""


class AllowanceOut(BaseModel):
    id: int
    whom: str
    level: Literal["person", "group", "section"]
    item: ItemRef | None
    shift_minutes: dict[str, int]
    walls: dict[str, str]
    time_factor: str
    extra_attempts: int
    excused: bool
    why: str
    given_at: datetime
    given_by: str
    students: int


class Allowances(BaseModel):
    given: list[AllowanceOut]
    students: list[Named]
    groups: list[Named]
    sections: list[Named]
    items: list[ItemRef]
    zone: str
