from pydantic import BaseModel


class File(BaseModel):
    name: str
    size: int
    content_type: str
    address: str
