from datetime import datetime

from pydantic import BaseModel

from apps.assignments.public import Brief
from apps.gradebook.public import GradingIn
from apps.kernel.public import File
from apps.layout.public import DonePart, ItemChange, ItemRef, Json, Moment, RuleCode, RulesIn, WantIn
from apps.screens.schemas import Row, SheetModule
from apps.talk.public import DiscussionRules


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


class SettingsIn(BaseModel):
    """What is to be changed of an item; what is left out stays as it is."""

    item: ItemChange | None = None
    moments: RulesIn | None = None
    grading: GradingIn | None = None
    brief: Brief | None = None
    talk: DiscussionRules | None = None


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
    wants: list[WantIn]
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
