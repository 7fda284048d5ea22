"""Shapes of all the quizzes that somebody took."""

from __future__ import annotations

from datetime import datetime

from pydantic import BaseModel

from apps.quizzes.api.schemas import How


class OwnQuiz(BaseModel):
    """One attempt that was handed in. `there`: its item still is. `given`: its points, once they are out, before any
    deduction; `remark`: what was said with them."""

    item_id: int
    item: str
    there: bool
    attempt: int
    number: str
    handed_in_at: datetime
    how: How
    answered: int
    given: str | None
    possible: str
    remark: str
