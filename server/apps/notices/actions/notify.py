from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime, time, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from apps.kernel.public import now
from apps.notices.jobs import send_notice
from apps.notices.kinds import KINDS, NoticeKind, Pace
from apps.notices.letters import Paragraph
from apps.notices.models import Notice, NoticeChoice
from apps.people.public import Person

DAILY_AT = time(17)
"""When those who want to be told once a day are, by their own clock."""
MAIL = {"at_once": Notice.ONCE, "daily": Notice.DAILY, "never": Notice.NONE}


@dataclass(frozen=True, slots=True, kw_only=True)
class News:
    """What people are told: `course` by its code, `address` within Unvo. `parts`: what the mail says in place of the
    line. `once`: one person is told it once, however often it is tried."""

    kind: str
    title: str
    address: str
    line: str = ""
    course: str = ""
    parts: Sequence[Paragraph] = ()
    once: str = ""


def notify(person_ids: Iterable[int], news: News, mailed: bool = True) -> int:
    """Tell each of them once, as they want to be told; mail is queued in the present transaction. `mailed` false: in
    Unvo only. Returns how many."""
    return notify_each(dict.fromkeys(person_ids, news), mailed)


def notify_each(news: Mapping[int, News], mailed: bool = True) -> int:
    """Each person their own news, all of one kind; else as `notify`."""
    if not news:
        return 0
    (kind,) = {n.kind for n in news.values()}
    at = now()
    chosen = {c.person_id: c for c in NoticeChoice.objects.filter(kind=kind, person_id__in=news)}
    rows = [
        _row(news[person], person, _paces(KINDS[kind], chosen.get(person)), at, zone)
        for person, zone in _people(news, kind)
    ]
    if not mailed:
        for row in rows:
            row.mail = Notice.NONE
    made = Notice.objects.bulk_create(rows, batch_size=1000)
    wishes: list[dict[str, Any]] = [{"notice_id": n.pk} for n in made if n.mail == Notice.ONCE]
    if wishes:
        send_notice.batch_defer(*wishes)
    return len(made)


def _people(news: Mapping[int, News], kind: str) -> list[tuple[int, str]]:
    """Person and zone of those who are to be told; who was told already what is told once is none of them."""
    people = Person.objects.filter(pk__in=news, is_active=True).order_by("pk")
    once = {n.once for n in news.values() if n.once}
    if not once:
        return list(people.values_list("pk", "zone"))
    locked = list(people.select_for_update(no_key=True).values_list("pk", "zone"))
    told = set(Notice.objects.filter(kind=kind, person_id__in=news, once__in=once).values_list("person_id", "once"))
    return [(pk, zone) for pk, zone in locked if (pk, news[pk].once) not in told]


def _paces(usual: NoticeKind, own: NoticeChoice | None) -> tuple[Pace, Pace]:
    """Here and by mail."""
    if own is None:
        return usual.here, usual.mail
    here: Pace = usual.here if usual.always else own.here  # type: ignore[assignment]
    return here, own.mail  # type: ignore[return-value]


def _row(news: News, person: int, paces: tuple[Pace, Pace], at: datetime, zone: str) -> Notice:
    here, mail = paces
    return Notice(
        person_id=person,
        kind=news.kind,
        course=news.course[:20],
        title=news.title[:300],
        line=news.line[:500],
        address=news.address,
        parts=[asdict(p) for p in news.parts],
        once=news.once,
        at=at,
        shown_at=_shown_at(here, at, zone),
        mail=MAIL[mail],
    )


def _shown_at(here: Pace, at: datetime, zone: str) -> datetime | None:
    if here == "never":
        return None
    return at if here == "at_once" else next_daily(at, zone)


def next_daily(at: datetime, zone: str) -> datetime:
    """The next moment at which somebody of this zone is told of a day's news."""
    local = at.astimezone(ZoneInfo(zone or "UTC"))
    today = local.replace(hour=DAILY_AT.hour, minute=0, second=0, microsecond=0)
    return today if today > local else today + timedelta(days=1)
