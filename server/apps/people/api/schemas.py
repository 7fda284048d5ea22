from ninja import Schema


class Me(Schema):
    id: int
    name: str
    email: str
    zone: str
    demo: bool


class DemoPerson(Schema):
    username: str
    name: str
    part: str
    password: str
