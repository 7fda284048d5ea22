from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field

from apps.courses.public import Named
from apps.layout.public import ItemRef, Json

AboutCode = Literal["item", "score", "course"]


class AnnouncementOut(BaseModel):
    """`at`: when it is, or was, said; None for a draft without a moment and where the term has no such moment. For
    teachers: whom it is for, its rules, and who has read it of how many."""

    id: int
    title: str
    html: str
    author: str
    at: datetime | None
    said: bool
    draft: bool
    rare: bool
    pinned: bool
    read: bool
    sections: list[int]
    groups: list[int]
    moment: Json | None
    wall: str | None
    pinned_wall: str | None
    by_mail: bool
    reads: int
    readers: int
    edition: int


class Announcements(BaseModel):
    teaching: bool
    can_lay_out: bool
    zone: str
    now: datetime
    sections: list[Named]
    groups: list[Named]
    announcements: list[AnnouncementOut]


class AnnouncementIn(BaseModel):
    """`moment`, `pinned_until`: a wall time in the course's zone, or a rule; without a moment it is said at once."""

    title: str
    html: str
    sections: Annotated[list[int], Field(max_length=200)] = []
    groups: Annotated[list[int], Field(max_length=200)] = []
    moment: str | Json | None = None
    pinned_until: str | Json | None = None
    rare: bool = False
    by_mail: bool = True
    published: bool = True


class AnnouncementsRead(BaseModel):
    ids: Annotated[list[int], Field(max_length=200)]


class ReaderOut(BaseModel):
    person_id: int
    name: str
    at: datetime | None


class ScoreRulingOut(BaseModel):
    """On who asked for another score: points as text; null where there were none."""

    code: Literal["changed", "stays"]
    before: str | None
    after: str | None


class ScoreRulingIn(BaseModel):
    """`raw`: the new points; empty where they are reckoned."""

    code: Literal["changed", "stays"]
    raw: str = ""
    seen_version: int = 0
    above_possible: bool = False


class ScoreAsked(BaseModel):
    """The score that a request is about, as it stands: for those who rule. `typed`: its points can be given by hand."""

    raw: str
    possible: str
    version: int
    typed: bool


class QuestionLineOut(BaseModel):
    id: int
    author: str
    answer: bool
    mine: bool
    html: str
    at: datetime
    ruling: ScoreRulingOut | None = None


class QuestionOut(BaseModel):
    """`asker`: empty where somebody else's question is read without the name. `by`: when an answer was promised.
    `context`: how the asker stood with the item; for those who answer, and the asker."""

    id: int
    mine: bool
    asker_id: int | None
    asker: str
    section: str
    about: AboutCode
    item: ItemRef | None
    context: Json
    html: str
    at: datetime
    waits_since: datetime | None
    by: datetime | None
    answered_at: datetime | None
    open_to_class: bool
    regrade: bool
    score: ScoreAsked | None
    too: int
    own_too: bool
    assignee: str
    published: bool
    lines: list[QuestionLineOut]


class Questions(BaseModel):
    """Those that wait first, the oldest promise first; then the newest. `teachers`: to whom one can be handed on."""

    teaching: bool
    can_lay_out: bool
    zone: str
    now: datetime
    answer_days: int
    teachers: list[Named]
    questions: list[QuestionOut]
    more: bool


class QuestionIn(BaseModel):
    """`about` an item or a score names the `item_id`."""

    about: AboutCode
    item_id: int | None = None
    html: str
    open_to_class: bool = False
    regrade: bool = False


class AnswerIn(BaseModel):
    """`seen`: the last line that its writer looked at, 0 for none. `ruling`: on who asks for another score."""

    html: str
    seen: int = 0
    ruling: ScoreRulingIn | None = None


class HtmlIn(BaseModel):
    html: str


class HandOnIn(BaseModel):
    person_id: int


class QuestionOnOff(BaseModel):
    on: bool


class QuestionKept(BaseModel):
    id: int
    at: datetime


Classmates = Literal["nobody", "group", "class"]


class ThreadLine(BaseModel):
    """`title`: the other side, empty for those who teach. `last`: the key of the last message, of which `line` is the
    beginning."""

    id: int
    title: str
    section: str
    last: int
    line: str
    sender: str
    mine: bool
    at: datetime
    unread: bool


class GroupTo(BaseModel):
    """A group, with those of it whom the reader may write to."""

    id: int
    name: str
    people: list[int]


class Threads(BaseModel):
    """`people`: whom the reader may write to by name; `groups`: by the name of their group. `classmates`: whom students
    may write to among themselves."""

    teaching: bool
    can_lay_out: bool
    can_write_to_team: bool
    zone: str
    now: datetime
    classmates: str
    people: list[Named]
    groups: list[GroupTo]
    threads: list[ThreadLine]
    more: bool


class MessageOut(BaseModel):
    id: int
    sender: str
    mine: bool
    html: str
    context: str
    at: datetime


class ThreadPage(BaseModel):
    """`read_by_other`: up to which message the other side has read; `upto`: the reader."""

    id: int
    title: str
    zone: str
    now: datetime
    read_by_other: int
    upto: int
    messages: list[MessageOut]
    more: bool


class MessageIn(BaseModel):
    """`people`: each of them sees only themselves; none: those who teach the course."""

    people: Annotated[list[int], Field(max_length=5000)] = []
    html: str
    context: Annotated[str, Field(max_length=200)] = ""


class MessageKept(BaseModel):
    """`thread`: where one thread was written in; `people`: in how many."""

    thread: int | None
    threads: int
    at: datetime


class UptoIn(BaseModel):
    upto: int


class WritingRuleIn(BaseModel):
    classmates: Classmates
