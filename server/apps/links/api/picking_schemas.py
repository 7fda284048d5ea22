"""What is told of content that is picked in a linked system."""

from datetime import datetime
from typing import Annotated

from pydantic import BaseModel, Field, model_validator

MOST_AT_ONCE = 200


class PickingIn(BaseModel):
    """`module_id`, with a part or none: for new drafts at the end of that place. `item_ids`: for items that are
    there. One of the two."""

    system: Annotated[str, Field(max_length=40)]
    module_id: int | None = None
    part_id: int | None = None
    item_ids: Annotated[list[int], Field(max_length=MOST_AT_ONCE)] = []

    @model_validator(mode="after")
    def one_of_two(self) -> "PickingIn":
        if (self.module_id is None) == (not self.item_ids):
            raise ValueError("module_id or item_ids")
        return self


class PickingBegun(BaseModel):
    key: str
    open_path: str


class PickedItem(BaseModel):
    """`refused`: why it can't be placed, in a sentence. Dates are a proposal of the system's. `item_id`: which of the
    targets is proposed."""

    index: int
    title: str
    text: str
    points: str
    opens: datetime | None
    due: datetime | None
    closes: datetime | None
    refused: str
    item_id: int | None


class PickTarget(BaseModel):
    """An item that content is picked for. `place`: 'Week 8'. `linked`: content stands behind it, and gives way."""

    item_id: int
    title: str
    place: str
    points: float | None
    linked: bool


class PickedOut(BaseModel):
    """`place`: 'Week 8, Before class', for new drafts. `fills`: it is for items that are there, `targets`. `said`: what
    the system had to say."""

    key: str
    system: str
    place: str
    module_key: str
    fills: bool
    targets: list[PickTarget]
    items: list[PickedItem]
    said: str
    placed: bool
    came: bool


class PlaceOne(BaseModel):
    """`item_id`: of the target it is for; then the item keeps its title, points and dates."""

    index: int
    title: Annotated[str, Field(max_length=300)] = ""
    points: Annotated[float, Field(ge=0, le=9999)] | None = None
    take_dates: bool = False
    item_id: int | None = None


class PickedPlaces(BaseModel):
    items: Annotated[list[PlaceOne], Field(max_length=MOST_AT_ONCE)]
