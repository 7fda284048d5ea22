"""What is told of who has access to a linked system."""

from datetime import date, datetime
from typing import Annotated

from pydantic import BaseModel, Field
from unvo_core.links.access import Kind

from apps.links.api.schemas import BlockedOut


class AccessRow(BaseModel):
    person_id: int
    name: str
    section: str
    kind: Kind
    until: datetime | None
    code: str
    said_by: str
    said_at: datetime | None
    blocked: BlockedOut | None


class AccessList(BaseModel):
    system: str
    rows: list[AccessRow]


class AccessIn(BaseModel):
    """`until`: the last day, to its end in the course's zone."""

    kind: Kind
    until: date | None = None
    code: Annotated[str, Field(max_length=80)] = ""


class AccessText(BaseModel):
    """A list: name or e-mail, kind, until, code; `confirm`: keep it, else say what it would do."""

    text: Annotated[str, Field(max_length=500_000)]
    confirm: bool = False


class AccessLine(BaseModel):
    line: int
    given: str
    name: str
    kind: str
    until: datetime | None
    code: str
    wrong: str


class AccessRead(BaseModel):
    lines: list[AccessLine]
    kept: int
