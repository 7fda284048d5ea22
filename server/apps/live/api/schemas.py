from datetime import datetime

from pydantic import BaseModel


class AbsenceOut(BaseModel):
    reason: str
    at: datetime
    seen_at: datetime | None


class AbsenceIn(BaseModel):
    reason: str


class SeenIn(BaseModel):
    seen: bool


class AbsenceRow(BaseModel):
    id: int
    person: str
    starts_at: datetime
    reason: str
    at: datetime
    seen_at: datetime | None


class Said(BaseModel):
    at: datetime
