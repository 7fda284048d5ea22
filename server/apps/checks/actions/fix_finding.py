from __future__ import annotations

from collections.abc import Collection
from datetime import datetime
from decimal import Decimal
from typing import Any

from django.db import transaction
from unvo_core.check.model import Fix, Place

from apps.checks.checking import findings, key_of
from apps.checks.prose import with_words, without_link
from apps.courses.public import Course, can_lay_out, membership
from apps.gradebook.public import drop_graded, set_drops, set_grading, set_weights, setup_of
from apps.kernel.public import Actor, AuditRecord, Refused, require, together
from apps.layout.changes import (
    ItemEdit,
    ModuleEdit,
    change_item,
    change_module,
    drop_wait,
    move_item,
    set_moments,
    set_section_due,
    write_text,
)
from apps.layout.public import latest_texts, layout
from apps.links.public import adopt_line_item
from apps.messages.public import reword, unsaid


def fix_findings(actor: Actor, course: Course, keys: Collection[str]) -> AuditRecord:
    """Apply the fixes of these findings; those that other fixes have settled meanwhile are passed over.

    In rounds, one fix for each place and round: the course is checked anew before the next, so that no
    fix acts on what an earlier one has changed under it. One that is refused waits for the next round: what
    stands in its way may be settled by then. Refused as a whole only when nothing could be done.

    One change, set back as one.
    """
    require(can_lay_out(membership(actor, course)))
    with together(actor, "check.fix", ("course", course.pk), course_id=course.pk) as whole:
        refusal = _in_rounds(actor, course, set(keys))
    if whole.pk is None:
        raise refusal or Refused("check.gone", status=409)
    return whole


def _in_rounds(actor: Actor, course: Course, wanted: set[str]) -> Refused | None:
    """The last refusal, if there was one."""
    refusal: Refused | None = None
    while wanted:
        settled: set[Place] = set()
        course.refresh_from_db()
        for finding in findings(course):
            if finding.fix is None or finding.fix.place in settled or key_of(finding) not in wanted:
                continue
            course.refresh_from_db()
            try:
                with transaction.atomic():
                    _apply(actor, course, finding.fix)
            except Refused as error:
                refusal = error
                continue
            settled.add(finding.fix.place)
            wanted.discard(key_of(finding))
        if not settled:
            break
    return refusal


def _apply(actor: Actor, course: Course, fix: Fix) -> None:
    target, values = fix.place.id, dict(fix.values)
    match fix.kind:
        case "set_moments" | "section_due":
            _set_dates(actor, course, fix)
        case "drop_condition":
            drop_wait(actor, course, target, int(str(values["on"])))
        case "publish" | "rename" if fix.place.kind == "module":
            change_module(actor, course, target, _module_edit(fix))
        case "practice" | "rename" | "set_place" | "set_done_rule":
            change_item(actor, course, target, _item_edit(fix))
        case "move_items":
            for item_id in values["items"]:  # type: ignore[attr-defined]
                move_item(actor, course, item_id, int(str(values["module"])), True)
        case "set_category":
            row = setup_of(course).graded[target]
            set_grading(actor, course, target, int(values["category_id"]), row.late_rule_id, row.hold)  # type: ignore[call-overload]
        case "set_weights":
            set_weights(actor, course, {int(k): Decimal(str(v)) for k, v in values.items()})
        case "set_drops":
            set_drops(actor, course, target, int(values["lowest"]), int(values["highest"]))  # type: ignore[call-overload]
        case "adopt_line_item" | "drop_graded":
            (adopt_line_item if fix.kind == "adopt_line_item" else drop_graded)(actor, course, target)
        case "replace_text" | "unlink":
            _set_text(actor, course, fix)
        case other:
            raise ValueError(f"no such fix: {other}")


def _module_edit(fix: Fix) -> ModuleEdit:
    return ModuleEdit(published=True) if fix.kind == "publish" else ModuleEdit(title=str(fix.values["title"]))


def _item_edit(fix: Fix) -> ItemEdit:
    match fix.kind:
        case "rename":
            return ItemEdit(title=str(fix.values["title"]))
        case "set_place":
            return ItemEdit(place=str(fix.values["place"]))
        case "set_done_rule":
            return ItemEdit(done_rule=str(fix.values["rule"]), done_percent=0)
        case _:
            return ItemEdit(practice=True)


def _set_dates(actor: Actor, course: Course, fix: Fix) -> None:
    """The item's own rules, with some moments set to instants or taken away; or the due moment of one section."""
    item_id, values = fix.place.id, dict[str, Any](fix.values)
    if fix.kind == "section_due":
        set_section_due(actor, course, item_id, values["section_id"], values["due"])
        return
    laid = layout(course)
    wishes: dict[str, Any] = dict(laid.items[item_id].moments)
    for name, at in values.items():
        if isinstance(at, datetime):
            wishes[name] = at.astimezone(laid.zone).strftime("%Y-%m-%dT%H:%M")
        else:
            wishes.pop(name, None)
    set_moments(actor, course, item_id, wishes)


def _set_text(actor: Actor, course: Course, fix: Fix) -> None:
    announced = fix.place.kind == "announcement"
    if announced:
        html = next(html for pk, _title, html in unsaid(course) if pk == fix.place.id)
    else:
        html = latest_texts(course)[fix.place.id][1]
    start, end = int(fix.values["start"]), int(fix.values["end"])  # type: ignore[call-overload]
    new = (
        without_link(html, start, end)
        if fix.kind == "unlink"
        else with_words(html, start, end, str(fix.values["text"]))
    )
    if announced:
        reword(actor, course, fix.place.id, new)
    else:
        write_text(actor, course, fix.place.id, new, ask_again=False, seen=None)
