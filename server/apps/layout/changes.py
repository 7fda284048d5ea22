"""What upper apps may use of layout."""

from apps.layout.actions.allow import AllowanceWish, end_grant, grant
from apps.layout.actions.change_item import ItemEdit, change_item, remove_item
from apps.layout.actions.change_module import ModuleEdit, change_module, module_row, place_between, remove_module
from apps.layout.actions.copy_in import CopyWish
from apps.layout.actions.copy_in import copy_in as copy_part_in
from apps.layout.actions.copy_layout import copy_layout, with_addresses
from apps.layout.actions.layout_change import Edit, add_row_kinds, follow, row_titles
from apps.layout.actions.layout_change import apply as apply_edits
from apps.layout.actions.make_item import make_item
from apps.layout.actions.move_item import move_item
from apps.layout.actions.set_conditions import drop_wait
from apps.layout.actions.set_moments import set_moments, wall_of
from apps.layout.actions.set_schedule import refuse_bad_term
from apps.layout.actions.set_section_due import set_section_due
from apps.layout.actions.set_syllabus import set_syllabus
from apps.layout.actions.undo_change import made_by, set_back, undo_change
from apps.layout.actions.write_text import write_text
from apps.layout.reading.done_rules import with_hand_ins

__all__ = [
    "AllowanceWish",
    "CopyWish",
    "Edit",
    "ItemEdit",
    "ModuleEdit",
    "add_row_kinds",
    "apply_edits",
    "change_item",
    "change_module",
    "copy_layout",
    "copy_part_in",
    "drop_wait",
    "end_grant",
    "follow",
    "grant",
    "made_by",
    "make_item",
    "module_row",
    "move_item",
    "place_between",
    "refuse_bad_term",
    "remove_item",
    "remove_module",
    "row_titles",
    "set_back",
    "set_moments",
    "set_section_due",
    "set_syllabus",
    "undo_change",
    "wall_of",
    "with_addresses",
    "with_hand_ins",
    "write_text",
]
