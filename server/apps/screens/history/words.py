"""Changes in words: a headline by the action, and a line for each field that it set."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from datetime import date
from fractions import Fraction
from functools import cached_property
from typing import Any

from django.utils.translation import gettext_lazy as _
from unvo_core.schedule.moments import FromMoment, resolve_all
from unvo_core.schedule.spans import MOMENTS

from apps.courses.public import Course, moment, written_day
from apps.gradebook.public import SHEET, points, score_titles
from apps.kernel.public import AuditRecord, Thing
from apps.layout.changes import row_titles
from apps.layout.public import in_words, kind_of, layout, names_of, rule_kind, rule_kinds, rule_of
from apps.links.public import system_names
from apps.screens.history import schemas as out
from apps.screens.history.headlines import CHANGES
from apps.screens.history.people import moves, names_of_people

"""By action. What is not here is no change of the course: what students did, and what is one's own."""

UNTOLD = frozenset(
    {
        "position",
        "stamped",
        "beat",
        "step",
        "file_id",
        "asked_edition",
        "person",
        "item",
        "tag",
    }
)
"""Fields that say nothing to a reader."""
STANDING = {"graded_item": "counted", "placement": "linked"}
"""What a row says by being there, by its kind."""
STRUCTURES = frozenset(
    {
        "slots",
        "rotation",
        "exceptions",
        "beats",
        "steps",
        "shift_minutes",
        "walls",
        "wants",
        "shows",
        "questions",
        "criteria",
        "rows",
        "custom",
    }
)
"""Fields that a word would not do for."""
BY_ID = {
    "module_id": "module",
    "part_id": "part",
    "category_id": "category",
    "late_rule_id": "late_rule",
    "rubric_id": "rubric",
    "group_id": "group",
    "item_id": "item",
    "term_id": "term",
    "system_id": "linked_system",
}
RULES = frozenset({"done_rule"})


class Words:
    """The words of a page of changes; titles are read together."""

    def __init__(self, course: Course, records: Sequence[AuditRecord]) -> None:
        self.course, self.laid = course, layout(course)
        wanted: dict[str, set[int]] = {}
        for record in records:
            wanted.setdefault(record.target_kind, set()).add(record.target_id)
            for row in (*_rows(record.before), *_rows(record.after)):
                wanted.setdefault(row["kind"], set()).add(row["id"])
                for name, kind in BY_ID.items():
                    if isinstance(row["fields"].get(name), int):
                        wanted.setdefault(kind, set()).add(row["fields"][name])
        self.titles = row_titles(wanted) | score_titles(wanted.get("score", ()))
        self.titles |= {
            ("linked_system", pk): name for pk, name in system_names(wanted.get("linked_system", ())).items()
        }

    @cached_property
    def names(self) -> dict[tuple[str, int], str]:
        return names_of(self.course, self.laid)

    def title(self, thing: tuple[str, int | None]) -> str:
        kind, pk = thing
        return self.titles.get((kind, pk or 0), "") or self.names.get((kind, pk or 0), "")

    def headline(self, record: AuditRecord) -> str:
        title = self.title((record.target_kind, record.target_id)) or str(_("the course"))
        return str(CHANGES[record.action]) % {"title": title}

    def lines(self, record: AuditRecord, about: Thing) -> Iterator[out.ChangedField]:
        """What it set; `about`: what need not be named again."""
        if isinstance(record.after, list) or isinstance(record.before, list):
            target = self.title((record.target_kind, record.target_id))
            for old, new in zip(_rows(record.before), _rows(record.after), strict=True):
                thing = (new["kind"], new["id"])
                if thing == about and set(new["fields"]) == {"removed"} and record.action != "layout.undo":
                    continue  # The headline says it.
                before, after = _told(thing[0], old["fields"]), _told(thing[0], new["fields"])
                # A row without a title is named by what the change is of.
                named = "" if thing == about else self.title(thing) or ("" if record.whole_id is None else target)
                yield from self._fields(named, before, after)
            yield from moves(self.course, record)
        elif record.action == "score.save":
            yield from self._fields("", record.before or {}, record.after or {})
        elif record.action == SHEET:
            yield from self._cells(record)

    def _cells(self, record: AuditRecord) -> Iterator[out.ChangedField]:
        """A line for each cell: its points, or that somebody is excused."""
        cells = (record.after or {})["cells"]
        names = names_of_people({cell["after"]["person"] for cell in cells})
        for cell in cells:
            old, new = cell["before"], cell["after"]
            thing = f"{self.title(('item', new['item']))}, {names.get(new['person'], '')}"
            for field in ("excused", "raw"):
                if old[field] != new[field]:
                    before, after = self._word(field, old[field]), self._word(field, new[field])
                    yield out.ChangedField(thing=thing, field=field, before=before, after=after)

    def _fields(self, thing: str, old: Mapping[str, Any], new: Mapping[str, Any]) -> Iterator[out.ChangedField]:
        for name, value in new.items():
            if name in UNTOLD or old.get(name) == value:
                continue
            if name == "moments":
                yield from self._moments(thing, old.get(name) or {}, value or {})
            elif name in STRUCTURES:
                yield out.ChangedField(thing=thing, field=name, before=None, after=None)
            else:
                before, after = self._word(name, old.get(name)), self._word(name, value)
                yield out.ChangedField(thing=thing, field=name, before=before, after=after)

    def _moments(self, thing: str, old: Mapping[str, Any], new: Mapping[str, Any]) -> Iterator[out.ChangedField]:
        for name in MOMENTS:
            if old.get(name) != new.get(name):
                before, after = self._at(old.get(name)), self._at(new.get(name))
                yield out.ChangedField(thing=thing, field=name, before=before, after=after)

    def _at(self, row: Mapping[str, Any] | None) -> str:
        """A moment where the present calendar has it."""
        if row is None:
            return ""
        rule, key = rule_of(row), (0, "due")
        others = self.laid.rules if isinstance(rule, FromMoment) else {}
        at = resolve_all({**others, key: rule}, self.laid.calendar).instants.get(key)
        return moment(at, self.laid.zone) if at else str(_("nowhere in this term"))

    def _word(self, name: str, value: Any) -> str:
        if value is None or value in ("", []):
            return ""
        if isinstance(value, bool):
            return str(_("yes") if value else _("no"))
        if name in BY_ID:
            return self.title((BY_ID[name], value)) or str(_("something that is gone"))
        if name == "conditions":
            return in_words(value, self.names, self.laid.calendar)
        if name in RULES and value in {r.code for r in rule_kinds()}:
            return str(rule_kind(value).word)
        if name == "kind":
            return str(kind_of(value).word)
        if name == "read_first":
            return ", ".join(self.names.get(("item", i), "") or str(_("something that is gone")) for i in value)
        if name == "done_parts":
            return ", ".join(str(rule_kind(p["rule"]).word) for p in value)
        if name == "bands":
            return ", ".join(f"{band} {lower}" for band, lower in value)
        if isinstance(value, list):
            return ", ".join(str(v) for v in value)
        if name.endswith("_day") and isinstance(value, str):
            return written_day(date.fromisoformat(value))
        if name in ("points", "raw", "weight", "done_percent", "credits"):
            return str(points(Fraction(str(value))))
        return str(value)


def _rows(kept: Any) -> list[dict[str, Any]]:
    """The rows of things that were changed; who came or went is told apart."""
    return [row for row in kept if "kind" in row] if isinstance(kept, list) else []


def _told(kind: str, fields: dict[str, Any]) -> dict[str, Any]:
    """A row of the gradebook that is removed is no more in the gradebook, what stands behind an item no more linked;
    other things are taken away."""
    word = STANDING.get(kind)
    if word is None or "removed" not in fields:
        return fields
    return {name: value for name, value in fields.items() if name != "removed"} | {word: not fields["removed"]}
