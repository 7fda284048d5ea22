from datetime import datetime

from pydantic import BaseModel

from apps.kernel.public import File
from apps.layout.public import DonePart, ItemRef, Json, Moment, RuleCode
from apps.screens.schemas import Row, SheetModule


class Resource(BaseModel):
    """A file that goes with an item; `address` serves it."""

    id: int
    file: File
    label: str
    language: str


class Watched(BaseModel):
    """How far somebody has come in a recording: where they stopped, and what they have seen of it."""

    percent: int
    position: float
    seen: list[list[float]]


class ItemPage(BaseModel):
    row: Row
    module: SheetModule
    step: str
    dated: bool
    zone: str
    now: datetime
    teaching: bool
    can_lay_out: bool
    done_rule: RuleCode
    done_percent: float | None
    done_parts: list[DonePart]
    html: str
    edition: int
    asked_edition: int
    acknowledged_edition: int
    file: File | None
    address: str
    embeds: bool
    conditions: Json
    condition_words: str
    read_first: list[ItemRef]
    resources: list[Resource]
    captions: list[Resource]
    watched: Watched | None
    walls: dict[Moment, str]
    default_due_time: str
    previous: ItemRef | None
    next: ItemRef | None
    budget: int
