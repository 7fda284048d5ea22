"""Items and modules taken away. What people did there goes out of sight with them, is kept, and comes back when the
change is set back; whoever takes it away is told so first."""

from __future__ import annotations

from collections.abc import Collection

from django.utils.translation import gettext as _
from django.utils.translation import ngettext

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.gradebook.public import SHEET, graded_without_scores, scored_people, undo_cells
from apps.kernel.public import Actor, AuditRecord, Refused, require, together
from apps.layout.changes import Edit, apply_edits, made_by, module_row, remove_item, remove_module, undo_change
from apps.layout.public import Item, item_row
from apps.path.public import people_who_handed_in


def take_item_away(actor: Actor, course: Course, item_id: int, with_work: bool) -> AuditRecord:
    """Refused with what people did there, unless `with_work` says that this is known."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    item = item_row(course, item_id)
    if not with_work and (work := _work([item_id])):
        raise Refused("removal.work", status=409, title=item.title, work=work)
    with together(actor, "layout.remove_item", ("item", item_id), course_id=course.pk) as whole:
        remove_item(actor, course, item_id)
        _out_of_gradebook(actor, course, [item_id])
    return whole


def take_module_away(actor: Actor, course: Course, module_id: int, with_work: bool) -> AuditRecord:
    """As `take_item_away`; a module with items is asked about too."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    module = module_row(course, module_id)
    items = list(Item.objects.filter(module=module, removed=False).values_list("pk", flat=True))
    if items and not with_work:
        held = ngettext("%(n)s item", "%(n)s items", len(items)) % {"n": len(items)}
        if work := _work(items):
            held = _("%(items)s with %(work)s") % {"items": held, "work": work}
        raise Refused("removal.work", status=409, title=module.title, work=held)
    with together(actor, "layout.remove_module", ("module", module_id), course_id=course.pk) as whole:
        remove_module(actor, course, module_id)
        _out_of_gradebook(actor, course, items)
    return whole


def set_back(actor: Actor, course: Course, change_id: int, with_work: bool) -> AuditRecord:
    """Set a change back; where that takes items away it asks as their removal does."""
    require(can_lay_out(membership(actor, course)))
    if AuditRecord.objects.filter(pk=change_id, action=SHEET).exists():
        return undo_cells(actor, course, change_id)
    course = lock_course(course)
    if not with_work and (work := _work(made_by(course, change_id))):
        raise Refused("removal.work", status=409, title=_("What this change made"), work=work)
    return undo_change(actor, course, change_id)


def _work(item_ids: Collection[int]) -> str:
    """'hand-ins of 12 and scores of 9 people'; empty without any."""
    handed_in, scored = people_who_handed_in(item_ids), scored_people(item_ids)
    words = []
    if handed_in:
        words.append(ngettext("work of %(n)s person", "work of %(n)s people", handed_in) % {"n": handed_in})
    if scored:
        words.append(ngettext("scores of %(n)s person", "scores of %(n)s people", scored) % {"n": scored})
    return _(" and ").join(words)


def _out_of_gradebook(actor: Actor, course: Course, item_ids: Collection[int]) -> None:
    edits = [Edit("graded_item", row, {"removed": True}) for row in graded_without_scores(item_ids)]
    if edits:
        apply_edits(actor, course, "drop_graded", edits)
