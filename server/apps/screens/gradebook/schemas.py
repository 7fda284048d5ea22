from datetime import datetime

from pydantic import BaseModel

from apps.layout.public import KindCode


class BookItem(BaseModel):
    id: int
    title: str
    kind: KindCode
    due: datetime | None
    points: str
    handed_in: int
    waiting: int
    held: int


class BookCategory(BaseModel):
    id: int | None
    name: str
    weight: str | None
    items: list[BookItem]


class Book(BaseModel):
    zone: str
    students: int
    categories: list[BookCategory]
