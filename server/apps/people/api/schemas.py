from pydantic import BaseModel


class Me(BaseModel):
    id: int
    name: str
    email: str
    zone: str
    demo: bool
    makes_courses: bool
    administers: bool


class DemoPerson(BaseModel):
    username: str
    name: str
    part: str
    password: str
