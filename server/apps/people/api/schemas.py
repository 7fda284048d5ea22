from pydantic import BaseModel


class Me(BaseModel):
    """`acted_by`: the administrator who looks at Unvo as this person."""

    id: int
    name: str
    sort_name: str
    email: str
    zone: str
    budget_minutes: list[int]
    demo: bool
    makes_courses: bool
    administers: bool
    acted_by: str = ""


class MeIn(BaseModel):
    name: str | None = None
    sort_name: str | None = None
    zone: str | None = None


class DemoPerson(BaseModel):
    username: str
    name: str
    part: str
    password: str
