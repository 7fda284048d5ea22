from decimal import Decimal
from typing import Annotated

from pydantic import BaseModel, Field

Points = Annotated[Decimal, Field(ge=-10_000, le=10_000, decimal_places=2)]
"""Within its own bounds each is refused in a sentence of its own."""
Id = Annotated[int, Field(ge=0, le=10_000)]


class RubricLevel(BaseModel):
    """`id` 0: a new one. `points` null: in words only."""

    id: Id
    name: str
    words: str = ""
    points: Points | None = None


class RubricCriterion(BaseModel):
    id: Id
    name: str
    words: str = ""
    levels: Annotated[list[RubricLevel], Field(max_length=40)]


class RubricIn(BaseModel):
    name: str
    criteria: Annotated[list[RubricCriterion], Field(max_length=60)]


class RubricOut(RubricIn):
    """`most`: the points of its best levels; null where it gives none."""

    id: int
    most: str | None


class KeptRubric(RubricOut):
    """`used`: titles of what it measures. `edition`: of the rubric, for If-Match."""

    used: list[str]
    edition: int


class RubricElsewhere(RubricOut):
    course: str


class Rubrics(BaseModel):
    """Those of the course, and of others that the reader lays out, to be taken over."""

    own: list[KeptRubric]
    elsewhere: list[RubricElsewhere]


class RubricChoice(BaseModel):
    rubric_id: int | None


class Measured(BaseModel):
    """One criterion as it was given. `level` null: left open."""

    id: int
    name: str
    level: int | None
    level_name: str
    words: str
    points: str | None
    most: str
    remark: str


class MeasuredBy(BaseModel):
    """What was chosen of a rubric, as it read then. `earned` of `most`, by its own measure."""

    id: int
    name: str
    criteria: list[Measured]
    earned: str | None
    most: str | None


class ChosenIn(BaseModel):
    criterion: int
    level: int | None
    remark: str = ""


class RemarkOut(BaseModel):
    id: int
    text: str
    used: int


class RemarkIn(BaseModel):
    text: str
