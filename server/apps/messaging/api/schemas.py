from datetime import datetime

from ninja import Schema


class Mail(Schema):
    id: int
    subject: str
    body: str
    at: datetime
