from datetime import datetime
from typing import Annotated, Literal

from pydantic import BaseModel, Field
from unvo_core.talk.wants import What

Sort = Literal["discussion", "introductions", "questions", "reflection"]
Readers = Literal["class", "section", "group", "teachers"]
TalkState = Literal["waiting", "held", "released", "begun", "nothing", "excused"]
Gone = Literal["", "taken_back", "hidden"]
Shut = Literal["", "closed", "archived", "no_group"]
View = Literal["time", "unanswered", "new", "mine"]


class DiscussionRules(BaseModel):
    """How people talk there. `groups`: those that talk among themselves; none for all. `template`: the headings of a
    reflection."""

    sort: Sort = "discussion"
    readers: Readers = "class"
    after_own: bool = False
    groups: Annotated[list[int], Field(max_length=200)] = []
    template: Annotated[list[str], Field(max_length=20)] = []
    hints: str = ""


class WantHave(BaseModel):
    """One thing that is asked, in words, with what is there of it. `each`: the points of one, if they are proposed."""

    key: str
    what: What
    words: str
    count: int
    have: int
    late: int
    by: datetime | None
    each: str | None


class YourPart(BaseModel):
    """`proposed`: the points that the counting would give of `possible`."""

    wants: list[WantHave]
    done: bool
    done_at: datetime | None
    proposed: str | None
    possible: str | None


class PostOut(BaseModel):
    """`to`: whose post it answers, and which. `gone`: why it can't be read; teachers and its author read it all the
    same. `counts`: of one's own, whether it counts towards one's part. `reports`: for teachers, what was said of it."""

    id: int
    root: int | None
    answers: int | None
    to: str
    author_id: int
    author: str
    teaches: bool
    place: str
    mine: bool
    html: str
    words: int
    at: datetime
    edition: int
    edited_at: datetime | None
    gone: Gone
    why: str
    accepted: bool
    same: int
    own_same: bool
    new: bool
    counts: bool
    reports: list[str]


class ThreadOut(BaseModel):
    """A post with its replies in order of time. `more`: replies that are not sent along; `after` the last of these."""

    head: PostOut
    replies: list[PostOut]
    more: int
    waits: bool
    closed_at: datetime | None
    closed_why: str
    closed_by: str


class LaneSlot(BaseModel):
    """Posts and replies of the class within a stretch of time, and one's own."""

    at: datetime
    posts: int
    replies: int
    own_posts: int
    own_replies: int


class Waiting(BaseModel):
    """A post that nobody else has answered."""

    id: int
    author: str
    at: datetime


class RoomOut(BaseModel):
    id: int
    name: str


class DraftOut(BaseModel):
    answers: int | None
    html: str
    edition: int
    saved_at: datetime


class Totals(BaseModel):
    posts: int
    replies: int
    own_posts: int
    own_replies: int
    unanswered: int
    new: int


class TalkPage(BaseModel):
    """A discussion as its reader finds it. `shut`: why they can't write: closed, archived, no_group, or nothing.
    `waits_for_own`: posts of others are seen after their own first. `since`: what is newer is marked new."""

    rules: DiscussionRules
    teaching: bool
    can_lay_out: bool
    walking: bool
    zone: str
    now: datetime
    opens: datetime | None
    due: datetime | None
    closes: datetime | None
    part: YourPart | None
    shut: Shut
    waits_for_own: bool
    since: datetime | None
    view: View
    totals: Totals
    lane: list[LaneSlot]
    lane_minutes: int
    waiting: list[Waiting]
    threads: list[ThreadOut]
    page: int
    pages: int
    rooms: list[RoomOut]
    room: int | None
    drafts: list[DraftOut]
    newest: int


class TalkNews(BaseModel):
    """What others wrote after the post `newest`."""

    posts: int
    newest: int


class PostIn(BaseModel):
    html: str
    answers: int | None = None
    group_id: int | None = None


class PostChangeIn(BaseModel):
    """`edition`: the one that the writer began from."""

    html: str
    edition: int


class PostDraftIn(BaseModel):
    html: str
    answers: int | None = None
    edition: int = 0


class PostDraftKept(BaseModel):
    edition: int
    saved_at: datetime | None


class Posted(BaseModel):
    """What was kept, and where the writer's part stands now."""

    id: int
    part: YourPart | None


class WithReason(BaseModel):
    on: bool
    why: str = ""


class OnOff(BaseModel):
    on: bool


class PostReportIn(BaseModel):
    why: str


class TalkKept(BaseModel):
    at: datetime


class PostEditionOut(BaseModel):
    edition: int
    html: str
    at: datetime


class TalkRow(BaseModel):
    """One student in the grader's view. `state`: waiting for a score, held, released, begun, nothing there, excused."""

    person_id: int
    name: str
    section: str
    state: TalkState
    haves: list[int]
    late: int
    posts: int
    proposed: str
    raw: str | None
    counts: str | None
    comment: str
    version: int


class TalkClass(BaseModel):
    title: str
    possible: str | None
    due: datetime | None
    zone: str
    hold: bool
    can_release: bool
    wants: list[str]
    rows: list[TalkRow]


class TalkScoreIn(BaseModel):
    person_id: int
    raw: str
    comment: str = ""
    seen_version: int
    above_possible: bool = False


class TalkScoresIn(BaseModel):
    scores: Annotated[list[TalkScoreIn], Field(max_length=100)]
