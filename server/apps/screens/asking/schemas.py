from typing import Literal

from pydantic import BaseModel

from apps.messages.public import QuestionOut


class Addressee(BaseModel):
    """Whom to ask for what, as the library has it."""

    name: str
    role: str
    answers: str
    hours: str
    contact: str


class Asking(BaseModel):
    """`team`: those who teach; `answer_days`: within how many they promise to answer."""

    team: list[str]
    answer_days: int
    others: list[Addressee]


class TicketIn(BaseModel):
    """`ticket`: for what comes along from a linked system."""

    html: str
    ticket: str


class NearIn(BaseModel):
    text: str


class Answered(BaseModel):
    """An answer of the library's that may be what is wanted."""

    title: str
    html: str


class Near(BaseModel):
    answered: list[Answered]
    asked: list[QuestionOut]


class PublicationIn(BaseModel):
    """The question and its answer as all of the course read them."""

    title: str
    html: str


class Publication(BaseModel):
    published: bool
    shelf: Literal["faq"] = "faq"
