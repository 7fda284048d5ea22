from datetime import date, datetime
from typing import Annotated, Any

from pydantic import BaseModel, Field
from unvo_core.talk.wants import What

from apps.kernel.public import File
from apps.layout.api.codes import ChosenRuleCode, KindCode, PlainRuleCode, RuleCode

Json = dict[str, Any]


class KindOut(BaseModel):
    """One kind of item. `rules`: the done rules that it can meet, those among them that need points included."""

    code: KindCode
    word: str
    rules: list[PlainRuleCode]
    file: bool
    address: bool
    written: bool
    recording: bool
    heading: bool
    talks: bool
    takes_hand_ins: bool
    reads_work: bool
    worked_elsewhere: bool
    puts_questions: bool


class DoneRuleOut(BaseModel):
    """`word`: as in 'counts as done when opened'."""

    code: RuleCode
    word: str
    asks_percent: bool
    needs_points: bool


class Kinds(BaseModel):
    """Both tables, in the order in which they are offered."""

    kinds: list[KindOut]
    rules: list[DoneRuleOut]


class ClassMeeting(BaseModel):
    number: int
    day: date
    start: datetime
    end: datetime
    place: str
    day_type: str
    moved_by_clock: bool


class ItemRef(BaseModel):
    id: int
    number: int
    title: str
    step: str


class DonePart(BaseModel):
    rule: PlainRuleCode
    percent: float = 0


class Changed(BaseModel):
    """A change that was kept: `id` is the thing, `change` can be set back; None where nothing was different."""

    id: int
    change: int | None
    at: datetime
    affected: int


class ModuleIn(BaseModel):
    title: str
    week: int | None = None


class ModuleChange(BaseModel):
    title: str | None = None
    in_order: bool | None = None
    published: bool | None = None
    objectives: list[str] | None = None
    week: int | None = None


class PartIn(BaseModel):
    title: str


class ItemIn(BaseModel):
    title: str
    kind: KindCode
    part_id: int | None = None


class WantIn(BaseModel):
    """What a discussion asks: `count` posts, or replies to so many different classmates. `before`: days before the due
    moment, at wall time `at`; without `at` the due moment itself. `worth`: its share of the points."""

    key: Annotated[str, Field(pattern=r"^[a-z0-9]{1,8}$")]
    what: What
    count: int = 1
    words: int = 0
    image: bool = False
    days: int = 1
    before: int = 0
    at: Annotated[str | None, Field(pattern=r"^([01]\d|2[0-3]):[0-5]\d$")] = None
    worth: Annotated[float, Field(ge=0, le=100, allow_inf_nan=False)] = 1


class ItemChange(BaseModel):
    title: str | None = None
    minutes: int | None = None
    points: float | None = None
    no_points: bool = False
    required: bool | None = None
    practice: bool | None = None
    published: bool | None = None
    done_rule: ChosenRuleCode | None = None
    done_percent: float | None = None
    done_parts: list[DonePart] | None = None
    hint: str | None = None
    read_first: list[int] | None = None
    length_seconds: int | None = None
    pages: int | None = None
    address: str | None = None
    place: str | None = None
    wants: Annotated[list[WantIn] | None, Field(max_length=10)] = None


class OpeningIn(BaseModel):
    """Modules and items to show to students, at once or from a wall time on, or to take back into draft."""

    modules: Annotated[list[int], Field(max_length=200)] = []
    items: Annotated[list[int], Field(max_length=1000)] = []
    published: bool = True
    on: str | None = None


class PlaceIn(BaseModel):
    """Put the item into a part (or above all parts), before another item or at the end."""

    part_id: int | None = None
    before: int | None = None


class IntoModule(BaseModel):
    """Put the item at the end of another module; `with_dates`: its dates move by the weeks between."""

    module_id: int
    with_dates: bool = True


class TextIn(BaseModel):
    """`edition`: the one that the writer began from, 0 for none; without it, whatever stands."""

    html: str
    ask_again: bool = False
    edition: int | None = None


class TextOut(BaseModel):
    html: str
    edition: int
    at: datetime


class Edition(BaseModel):
    edition: int
    at: datetime
    by: str


class Uploaded(BaseModel):
    """`shrunk_from`: width and height of a picture that was scaled down."""

    file: File
    at: datetime
    shrunk_from: list[int] | None = None
