"""An attempt as it is shown, to its student and to those who teach."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from django.db.models import Prefetch
from unvo_core.schedule.spans import seconds_late

from apps.assignments.api import schemas as out
from apps.assignments.models import HandIn
from apps.assignments.queries import FILES
from apps.layout.public import LaidItem


def late_of(latest: HandIn | None, item: LaidItem) -> int:
    return seconds_late(latest.handed_in_at, item.span.due) if latest and latest.handed_in_at else 0


def notes_out(hand_in: HandIn) -> list[out.Note]:
    """Those of the row that was first, where a group handed in, at their own copies of its files."""
    own = {file.stored_id: file.pk for file in hand_in.files.all()}
    return [
        out.Note(
            id=n.pk,
            file_id=own.get(n.file.stored_id, n.file_id),
            page=n.page,
            across=n.across,
            down=n.down,
            second=n.second,
            words=n.words,
            by=n.by.name,
            at=n.at,
        )
        for n in (hand_in.first or hand_in).notes.all()
    ]


def attempt_out(hand_in: HandIn, item: LaidItem, reader_id: int) -> out.Attempt:
    back = getattr(hand_in, "given_back", None)
    return out.Attempt(
        attempt=hand_in.attempt,
        number=hand_in.number or "",
        handed_in_at=hand_in.handed_in_at,
        late_seconds=late_of(hand_in, item),
        text=hand_in.text,
        comment=hand_in.comment,
        link=hand_in.link,
        files=files_out(hand_in),
        way=hand_in.way,  # type: ignore[arg-type]  # the model takes no other
        recorded_by=(hand_in.receipt or {}).get("recorded_by", ""),
        comments=[
            out.CommentOut(id=c["id"], words=c["words"], by=c["by__name"], mine=c["by_id"] == reader_id, at=c["at"])
            for c in hand_in.said  # type: ignore[attr-defined]  # as `hand_ins` annotates it
        ],
        group=(hand_in.receipt or {}).get("group", ""),
        handed_in_by=(hand_in.receipt or {}).get("handed_in_by", ""),
        given_back=back and out.Returned(why=back.why, parts=back.parts, by=back.by.name, at=back.at),
    )


def files_out(hand_in: HandIn) -> list[out.WorkFile]:
    return [
        out.WorkFile(
            id=f.pk,
            name=f.stored.name,
            size=f.stored.size,
            content_type=f.stored.content_type,
            sha256=f.stored.sha256,
            address=f"/files/{f.stored.key}/{f.stored.name}",
        )
        for f in hand_in.files.all()
    ]


@dataclass(frozen=True, slots=True)
class BareWork:
    """A work without what is said of it; `names`: whose it is."""

    names: str
    work: out.Attempt


def bare_work(hand_in_ids: Sequence[int]) -> dict[int, BareWork]:
    """What was handed in, for others to read: no receipt, no score, nobody's name, no note to the instructor."""
    rows = HandIn.objects.filter(pk__in=hand_in_ids).select_related("person")
    others = Prefetch("others", HandIn.objects.select_related("person"))
    found = {}
    for row in rows.prefetch_related(FILES, others):
        work = out.Attempt(
            attempt=row.attempt,
            number="",
            handed_in_at=None,
            late_seconds=0,
            text=row.text,
            comment="",
            link=row.link,
            files=files_out(row),
        )
        found[row.pk] = BareWork(", ".join(one.person.name for one in (row, *row.others.all())), work)
    return found
