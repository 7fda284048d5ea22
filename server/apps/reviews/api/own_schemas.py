"""Shapes of all the reviews that somebody sent."""

from __future__ import annotations

from datetime import datetime

from pydantic import BaseModel

from apps.gradebook.public import MeasuredBy


class OwnReading(BaseModel):
    """What one said of a work of a peer. `there`: the item still is."""

    item_id: int
    item: str
    there: bool
    position: int
    sent_at: datetime
    points: str | None
    words: str
    measured: MeasuredBy | None
