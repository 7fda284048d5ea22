from datetime import datetime

from pydantic import BaseModel
from unvo_core.grading.attempts import Counting
from unvo_core.grading.late import LatePer

from apps.courses.public import Named


class ItemGrading(BaseModel):
    """How an item counts. `held` is for teachers: how many scores wait to be released."""

    category: str
    weight: str | None
    late_percent: str | None
    late_per: LatePer | None
    grace_minutes: int
    floor_percent: str | None
    counting: Counting
    hold: bool
    held: int
    category_id: int | None
    late_rule_id: int | None
    categories: list[Named]
    late_rules: list[Named]


class GradingIn(BaseModel):
    category_id: int | None
    late_rule_id: int | None
    hold: bool


class Released(BaseModel):
    scores: int
    at: datetime
