from typing import Annotated, Literal

from pydantic import BaseModel, Field


class DoneCondition(BaseModel):
    """These items are done: all, or so many `of` them."""

    on: Literal["done"]
    items: list[int]
    of: int | None = None


class ScoreCondition(BaseModel):
    on: Literal["score"]
    item: int
    percent: float


class DateCondition(BaseModel):
    """From a wall time in the course's zone."""

    on: Literal["date"]
    wall: str


class ForCondition(BaseModel):
    on: Literal["for"]
    groups: list[int] = []
    sections: list[int] = []


class HandCondition(BaseModel):
    """A teacher opens it: `opened` says whether it is, for everybody."""

    on: Literal["hand"]
    opened: bool = False


AnyCondition = Annotated[
    DoneCondition | ScoreCondition | DateCondition | ForCondition | HandCondition, Field(discriminator="on")
]


class ConditionsIn(BaseModel):
    """The conditions of an item, a part or a module."""

    kind: Literal["item", "part", "module"]
    id: int
    join: Literal["all", "any"] = "all"
    of: Annotated[list[AnyCondition], Field(max_length=40)] = []


class ConditionsSaid(BaseModel):
    words: str


class Chosen(BaseModel):
    """Something to choose by name. `percents`: whether it has points to ask a percentage of."""

    id: int
    title: str
    scored: bool = False


class ChosenModule(BaseModel):
    title: str
    step: str
    items: list[Chosen]


class ConditionChoices(BaseModel):
    """What conditions can name, the conditions as they stand, with dates as wall times, and in words."""

    modules: list[ChosenModule]
    groups: list[Chosen]
    sections: list[Chosen]
    join: Literal["all", "any"]
    of: list[AnyCondition]
    words: str
    edition: int
