"""Terms of the whole place, with their breaks; courses choose them, and follow when they change."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from zoneinfo import ZoneInfo

from unvo_core.schedule.term import Break
from unvo_core.schedule.term import Term as CoreTerm

from apps.courses.public import Term, TermBreak
from apps.kernel.public import Actor, not_found, one_line, record, require
from apps.layout.changes import refuse_bad_term
from apps.people.public import can_administer


@dataclass(frozen=True, kw_only=True)
class TermWish:
    name: str
    first_day: date
    last_day: date
    week_start: int
    first_week_number: int
    breaks: Sequence[Break]


def keep_term(actor: Actor, term_id: int | None, wish: TermWish) -> Term:
    require(can_administer(actor))
    name = one_line(wish.name, "Name", 100)
    refuse_bad_term(
        CoreTerm(
            name=name,
            first_day=wish.first_day,
            last_day=wish.last_day,
            zone=ZoneInfo("UTC"),
            week_start=wish.week_start,
            first_number=wish.first_week_number,
            breaks=tuple(wish.breaks),
        )
    )
    term = Term(shared=True) if term_id is None else _row(term_id)
    before = None if term_id is None else told(term)
    term.name, term.first_day, term.last_day = name, wish.first_day, wish.last_day
    term.week_start, term.first_week_number = wish.week_start, wish.first_week_number
    term.save()
    term.breaks.all().delete()
    TermBreak.objects.bulk_create(
        TermBreak(
            term=term,
            name=one_line(b.name, "Name", 100),
            first_day=b.first_day,
            last_day=b.last_day,
            takes_week_number=b.takes_week_number,
        )
        for b in wish.breaks
    )
    record(actor, "term.keep", ("term", term.pk), before=before, after=told(term))
    return term


def remove_term(actor: Actor, term_id: int) -> None:
    """Nobody can choose it any more; courses that run in it keep it."""
    require(can_administer(actor))
    term = _row(term_id)
    term.removed = True
    term.save(update_fields=["removed"])
    record(actor, "term.remove", ("term", term.pk), before=told(term))


def told(term: Term) -> dict[str, object]:
    """As the log keeps it."""
    rows = term.breaks.filter(removed=False).order_by("first_day")
    return {
        "name": term.name,
        "first_day": term.first_day.isoformat(),
        "last_day": term.last_day.isoformat(),
        "breaks": [[b.name, b.first_day.isoformat(), b.last_day.isoformat()] for b in rows],
    }


def _row(term_id: int) -> Term:
    found = Term.objects.select_for_update().filter(pk=term_id, shared=True, removed=False).first()
    if found is None:
        raise not_found("term")
    return found
