"""Entries on the shelves: made, changed, taken away and brought back, filed under, ticked off."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from django.db.models import Max

from apps.courses.public import Course, can_enter, can_lay_out, membership
from apps.kernel.public import (
    Actor,
    Refused,
    StoredFile,
    clean,
    not_found,
    now,
    one_line,
    record,
    require,
    require_edition,
    store,
    web_link,
)
from apps.library.models import Entry, StepDone
from apps.links.public import first_visits, system_for

LONGEST_TITLE, LONGEST_TEXT, LONGEST_NOTE, LONGEST_STEP = 200, 100_000, 300, 300
MOST_STEPS = 20
NOTES = {
    Entry.ERRATA: ("reads", "should"),
    Entry.EQUIPMENT: ("where",),
    Entry.PEOPLE: ("role", "answers", "hours", "contact"),
}


@dataclass(frozen=True)
class EntryWish:
    """None leaves a field as it is. `system`: the key of a linked one, empty for none."""

    title: str | None = None
    html: str | None = None
    address: str | None = None
    steps: list[str] | None = None
    system: str | None = None
    visit_steps: int | None = None
    notes: dict[str, str] | None = None
    published: bool | None = None
    removed: bool | None = None


def make_entry(actor: Actor, course: Course, shelf: str, wish: EntryWish) -> Entry:
    require(can_lay_out(membership(actor, course)))
    last = Entry.objects.filter(course=course, shelf=shelf).aggregate(n=Max("position"))["n"] or 0
    entry = Entry(course=course, shelf=shelf, position=last + 10)
    fields = _fields(entry, wish) | {"title": one_line(wish.title or "", "Title", LONGEST_TITLE)}
    for name, value in fields.items():
        setattr(entry, name, value)
    entry.save()
    record(actor, "library.make", ("entry", entry.pk), course_id=course.pk, after=_plain(fields))
    return entry


def change_entry(actor: Actor, course: Course, entry_id: int, wish: EntryWish) -> Entry:
    require(can_lay_out(membership(actor, course)))
    entry = _row(course, entry_id, locked=True)
    require_edition(("entry", entry.pk))
    fields = _fields(entry, wish)
    before = {name: getattr(entry, name) for name in fields}
    for name, value in fields.items():
        setattr(entry, name, value)
    entry.save(update_fields=list(fields))
    record(
        actor,
        "library.change",
        ("entry", entry.pk),
        course_id=course.pk,
        before=_plain(before),
        after=_plain(fields),
        touches=[("entry", entry.pk)],
    )
    return entry


def attach_to_entry(actor: Actor, course: Course, entry_id: int, upload: Any) -> StoredFile:
    require(can_lay_out(membership(actor, course)))
    entry = _row(course, entry_id)
    entry.file = store(actor, course.pk, upload, ("library_entry", entry.pk))
    entry.save(update_fields=["file"])
    thing = ("entry", entry.pk)
    record(actor, "library.file", thing, course_id=course.pk, after={"file": entry.file.pk}, touches=[thing])
    return entry.file


def tick_step(actor: Actor, course: Course, entry_id: int, step: int, done: bool) -> None:
    """A step of signing up, taken or taken back. What a visit of the system has shown stays taken."""
    require(can_enter(membership(actor, course)))
    entry = _row(course, entry_id)
    if not 0 <= step < len(entry.steps):
        raise Refused("entry.no_step", status=409)
    visit = first_visits(course, actor.person_id or 0).get(entry.system_id or 0)
    if visit is not None and step < entry.visit_steps:
        raise Refused("entry.step_visited", status=409, system=visit.system)
    if done:
        StepDone.objects.get_or_create(entry=entry, person_id=actor.person_id or 0, step=step, defaults={"at": now()})
    else:
        StepDone.objects.filter(entry=entry, person_id=actor.person_id or 0, step=step).delete()
    record(actor, "library.step", ("entry", entry.pk), course_id=course.pk, after={"step": step, "done": done})


def _row(course: Course, entry_id: int, locked: bool = False) -> Entry:
    rows = Entry.objects.select_for_update(of=("self",)) if locked else Entry.objects.all()
    found = rows.filter(course=course, pk=entry_id).first()
    if found is None:
        raise not_found("entry")
    return found


def _fields(entry: Entry, wish: EntryWish) -> dict[str, Any]:
    """What is wished of an entry, `entry` as it stands."""
    fields: dict[str, Any] = {}
    if wish.title is not None:
        fields["title"] = one_line(wish.title, "Title", LONGEST_TITLE)
    if wish.html is not None:
        if len(wish.html) > LONGEST_TEXT:
            raise Refused("text.too_long", field="The text", length=len(wish.html), most=LONGEST_TEXT)
        fields["html"] = clean(wish.html)
    if wish.address is not None:
        fields["address"] = web_link(wish.address) if wish.address.strip() else ""
    if wish.steps is not None:
        steps = [one_line(s, "Step", LONGEST_STEP) for s in wish.steps if s.strip()]
        if len(steps) > MOST_STEPS:
            raise Refused("entry.steps", most=MOST_STEPS)
        fields["steps"] = steps
    if wish.system is not None:
        fields["system_id"] = _system(entry, wish.system)
    if wish.visit_steps is not None:
        fields["visit_steps"] = wish.visit_steps
    if wish.notes is not None:
        if any(len(v) > LONGEST_NOTE for v in wish.notes.values()):
            raise Refused("entry.notes")
        fields["notes"] = {k: wish.notes[k].strip() for k in NOTES.get(entry.shelf, ()) if k in wish.notes}
    for name in ("published", "removed"):
        value = getattr(wish, name)
        if value is not None:
            fields[name] = value
    return fields


def _system(entry: Entry, key: str) -> int | None:
    """The one that it has stays, also where it is switched off by now. Raises Refused for one that can't be used."""
    if entry.system is not None and str(entry.system.key) == key:
        return entry.system.pk
    return system_for(entry.course, key).pk if key else None


def _plain(fields: dict[str, Any]) -> dict[str, Any]:
    """Long texts are told by their length in the record."""
    return {k: len(v) if k == "html" else v for k, v in fields.items()}
