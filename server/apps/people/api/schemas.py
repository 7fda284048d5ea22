from pydantic import BaseModel


class Me(BaseModel):
    id: int
    name: str
    sort_name: str
    email: str
    zone: str
    budget_minutes: list[int]
    demo: bool
    makes_courses: bool
    administers: bool


class MeIn(BaseModel):
    name: str | None = None
    sort_name: str | None = None
    zone: str | None = None


class DemoPerson(BaseModel):
    username: str
    name: str
    part: str
    password: str
