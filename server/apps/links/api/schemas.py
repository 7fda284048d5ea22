"""What is told of linked systems."""

from datetime import datetime
from typing import Annotated, Any, Literal

from pydantic import BaseModel, Field
from unvo_core.links.access import Kind

Address = Annotated[str, Field(max_length=1000)]
ScopeCode = Literal["line_items", "scores", "results", "members", "access"]


class DeploymentOut(BaseModel):
    """`course`: where, empty for the whole place. `items`: how many of its items have no other deployment to go by."""

    code: str
    course: str
    items: int


class DeployIn(BaseModel):
    """`course`: its address, empty for the whole place."""

    course: Annotated[str, Field(max_length=80)] = ""


class SystemOut(BaseModel):
    """`scopes`: what it may call; `asks`: what it asked for. `sent`: which personal data go out, in a sentence.
    `course`: the only one that it serves, empty for the whole place. `may_change`: by the reader. `heard_at`,
    `silent_since`, `failure`: of the course that is looked at. `asks_state`: it says what it holds when it is asked."""

    key: str
    name: str
    client_id: str
    deployments: list[DeploymentOut]
    course: str
    login_address: str
    launch_address: str
    keys_address: str
    redirects: list[str]
    picks: bool
    asks_state: bool
    scopes: list[ScopeCode]
    sends_name: bool
    sends_email: bool
    sent: str
    framed: bool
    off: bool
    waits: bool
    may_change: bool
    items: int = 0
    heard_at: datetime | None = None
    silent_since: datetime | None = None
    failure: str = ""
    failed_at: datetime | None = None
    asked_at: datetime | None = None


class OurAddresses(BaseModel):
    """What a system is told of us where it is registered by hand."""

    issuer: str
    authorize: str
    token: str
    keys: str
    configuration: str


class LinkedSystems(BaseModel):
    systems: list[SystemOut]
    ours: OurAddresses
    may_join: bool


class RegistrationIn(BaseModel):
    address: Address


class RegistrationBegun(BaseModel):
    """Where the browser goes."""

    address: str


class SystemByHand(BaseModel):
    """`custom`: lines of name=value. `own_keys`: a key set, where the system has no address for it."""

    name: Annotated[str, Field(max_length=120)]
    login_address: Address
    launch_address: Address
    redirects: Annotated[list[Address], Field(max_length=20)] = []
    keys_address: Address = ""
    own_keys: dict[str, Any] | None = None
    picking_address: Address = ""
    state_address: Address = ""
    custom: Annotated[str, Field(max_length=8000)] = ""
    scopes: list[ScopeCode] = []
    sends_name: bool = True
    sends_email: bool = False


class SystemChange(BaseModel):
    name: Annotated[str, Field(max_length=120)] | None = None
    scopes: list[ScopeCode] | None = None
    sends_name: bool | None = None
    sends_email: bool | None = None
    framed: bool | None = None
    off: bool | None = None


class LetIn(BaseModel):
    scopes: list[ScopeCode]
    sends_name: bool
    sends_email: bool


class StepOut(BaseModel):
    name: str
    ok: bool | None
    said: str


class Examined(BaseModel):
    steps: list[StepOut]


class OtherSection(BaseModel):
    theirs: str
    ours: str


class BlockedOut(BaseModel):
    """What somebody can't do without access, from `ends` on (null: now); `matters`: the first due moment it costs."""

    titles: list[str]
    ends: datetime | None
    matters: datetime | None


class OwnAccess(BaseModel):
    kind: Kind
    until: datetime | None
    blocked: BlockedOut | None


class OwnReport(BaseModel):
    """How far the reader is, as the system said at `at`, received at `received_at`. Its score is told by the
    gradebook, once it is out."""

    activity: str
    grading: str
    at: datetime
    received_at: datetime


class ItemLink(BaseModel):
    """What an item's page says before the system opens. `name_sent`, `email_sent`: what of the reader arrives there.
    `open_path`: where it opens, empty while it does not; `refusal`: why not, in a sentence."""

    system: str
    system_key: str
    section: str
    name_sent: str
    email_sent: str
    framed: bool
    open_path: str
    refusal: str
    other_section: OtherSection | None
    own: OwnReport | None
    access: OwnAccess | None
    heard_at: datetime | None
    silent_since: datetime | None
    teaches: bool
    address: str
    custom: str
    opens: Literal["system", "window", "frame"]
    begun: int = 0
    handed_in: int = 0
    differ: int = 0


class LinkIn(BaseModel):
    system: Annotated[str, Field(max_length=40)]
    address: Address = ""
    custom: Annotated[str, Field(max_length=8000)] = ""
    framed: bool | None = None


class ReportRow(BaseModel):
    """`theirs`: the system's score in the points of the item; `ours`: what stands in the gradebook. `by`: who gave
    that, empty when it is the system's. `differs`: a person has to say which counts."""

    person_id: int
    name: str
    activity: str
    grading: str
    theirs: str | None
    ours: str | None
    by: str
    at: datetime
    received_at: datetime
    differs: bool


class ScoreSource(BaseModel):
    """What a system says of a score, in the points of the item, when by its own word, and when that came."""

    system: str
    theirs: str | None
    at: datetime
    received_at: datetime
    differs: bool


class LinkReports(BaseModel):
    rows: list[ReportRow]
    heard_at: datetime | None
    silent_since: datetime | None
    asks_state: bool


class SettleIn(BaseModel):
    take: bool


class ToldIn(BaseModel):
    token: Annotated[str, Field(max_length=20_000)]


class LinkTicket(BaseModel):
    ticket: str
