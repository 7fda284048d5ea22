"""Conditions as they are stored and sent, to core values and back, and in words.

{"join": "all" or "any", "of": [...]}, each by its "on":
done {items, of}; score {item, percent}; date {rule}; for {groups, sections}; hand {opened}.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import Any

from django.utils.translation import gettext as _
from unvo_core.path.conditions import ByHand, Condition, Done, For, From, Join, Scored, When
from unvo_core.schedule.calendar import Calendar
from unvo_core.schedule.moments import resolve

from apps.courses.public import moment
from apps.layout.reading.rules import rule_of

Row = Mapping[str, Any]


def when_of(row: Row, calendar: Calendar) -> When:
    """A date that the term has no place for holds nothing back; the date check names it."""
    of = (_condition_of(c, calendar) for c in row.get("of", ()))
    return When(tuple(c for c in of if c is not None), Join(row.get("join", "all")))


def _condition_of(row: Row, calendar: Calendar) -> Condition | None:
    match row["on"]:
        case "done":
            return Done(tuple(row["items"]), row.get("of"))
        case "score":
            return Scored(row["item"], Fraction(str(row["percent"])))
        case "date":
            at = resolve(rule_of(row["rule"]), calendar)
            return None if at is None else From(at)
        case "for":
            return For(frozenset(row["groups"]), frozenset(row["sections"]))
        case _:
            return ByHand(row["opened"])


def whens_of(rows: tuple[Row, ...], calendar: Calendar) -> tuple[When, ...]:
    found = (when_of(row, calendar) for row in rows if row)
    return tuple(when for when in found if when.of)


def named_in(row: Row) -> set[int]:
    """The items that conditions name."""
    of = row.get("of", ())
    done = {i for c in of if c["on"] == "done" for i in c["items"]}
    return done | {c["item"] for c in of if c["on"] == "score"}


@dataclass(frozen=True)
class Successors:
    """What takes the place of what conditions name, by id. `groups` and `sections` None: they stay as they are."""

    items: Mapping[int, int]
    groups: Mapping[int, int] | None = None
    sections: Mapping[int, int] | None = None


def renamed(row: Row, to: Successors) -> dict[str, Any]:
    """The same conditions on other things (a copy's); what is named and has no successor goes, and a condition with
    it that names nothing else: kept, it would hold for nobody."""
    kept = (_renamed(c, to) for c in row.get("of", ()))
    of = [c for c in kept if c is not None]
    return {"join": row["join"], "of": of} if of else {}


def _renamed(row: Row, to: Successors) -> dict[str, Any] | None:
    items = to.items
    match row["on"]:
        case "done":
            named = [items[i] for i in row["items"] if i in items]
            of = row.get("of")
            return (
                {"on": "done", "items": named, "of": None if of is None or of >= len(named) else of} if named else None
            )
        case "score":
            return dict(row) | {"item": items[row["item"]]} if row["item"] in items else None
        case "for":
            groups, sections = _mapped(row["groups"], to.groups), _mapped(row["sections"], to.sections)
            return {"on": "for", "groups": groups, "sections": sections} if groups or sections else None
    return dict(row)


def _mapped(ids: Sequence[int], to: Mapping[int, int] | None) -> list[int]:
    return list(ids) if to is None else sorted(to[i] for i in ids if i in to)


def in_words(row: Row, names: Mapping[tuple[str, int], str], calendar: Calendar) -> str:
    """'Opens when Set 7A and Set 7B are done, or from Fri 9 Oct, 00:00.' `names`: (kind, id) -> title.

    Kinds are item, group and section; what is named no more is called so.
    """
    each = [_one_in_words(c, names, calendar) for c in row.get("of", ())]
    if not each:
        return _("Opens by its date alone.")
    sep = _(", and ") if row.get("join", "all") == "all" else _(", or ")
    return _("Opens %(conditions)s.") % {"conditions": sep.join(each)}


def _one_in_words(row: Row, names: Mapping[tuple[str, int], str], calendar: Calendar) -> str:
    def name(kind: str, pk: int) -> str:
        return names.get((kind, pk)) or _("something that is gone")

    match row["on"]:
        case "done":
            titles = [name("item", i) for i in row["items"]]
            of = row.get("of")
            if of is not None and of < len(titles):
                return _("when %(of)s of %(items)s are done") % {"of": of, "items": _listed(titles)}
            verb = _("when %(items)s is done") if len(titles) == 1 else _("when %(items)s are done")
            return verb % {"items": _listed(titles)}
        case "score":
            percent = f"{float(row['percent']):g}"
            return _("when %(item)s is scored %(percent)s %% or more") % {
                "item": name("item", row["item"]),
                "percent": percent,
            }
        case "date":
            at = resolve(rule_of(row["rule"]), calendar)
            return _("from %(at)s") % {"at": moment(at, calendar.zone) if at else _("a week that this term lacks")}
        case "for":
            whom = [name("group", i) for i in row["groups"]] + [name("section", i) for i in row["sections"]]
            return _("for %(whom)s only") % {"whom": _listed(whom)}
        case _:
            return _("by hand (it is open)") if row["opened"] else _("once a teacher opens it")


def _listed(names: list[str]) -> str:
    return (
        names[0]
        if len(names) == 1
        else _("%(first)s and %(last)s") % {"first": ", ".join(names[:-1]), "last": names[-1]}
    )
