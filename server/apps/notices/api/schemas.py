from datetime import datetime

from pydantic import BaseModel


class Mail(BaseModel):
    id: int
    subject: str
    body: str
    at: datetime
