"""What upper apps may use of layout."""

from apps.layout.api.codes import KindCode, Moment, RuleCode
from apps.layout.api.condition_schemas import ChosenModule
from apps.layout.api.schedule_schemas import Break, Pattern, RulesIn
from apps.layout.api.schemas import Changed, ClassMeeting, DonePart, ItemChange, ItemRef, Json, Uploaded, WantIn
from apps.layout.api.shapes import changed, class_out, item_ref, moment_wishes
from apps.layout.kinds import ItemKind, add_kind, kind_of, rule_kind, rule_kinds
from apps.layout.models import Item, ItemFile, ItemText, MeetingPattern, Module, Part, Rhythm, SearchEntry
from apps.layout.models.search import CONFIG as SEARCH_CONFIG
from apps.layout.queries import (
    files_in_history,
    files_in_texts,
    item_row,
    latest_text,
    latest_texts,
    layout,
    person_layout,
    text_stamps,
)
from apps.layout.reading.condition_choices import chosen_modules, names_of
from apps.layout.reading.conditions import in_words
from apps.layout.reading.done_rules import can_be_done
from apps.layout.reading.facts import date_order_of, path_item
from apps.layout.reading.persons import layout_for, made_up_layout
from apps.layout.reading.refs import ref
from apps.layout.reading.rules import row_of, rule_of
from apps.layout.reading.starts import start_by
from apps.layout.reading.structure import LaidItem, LaidModule, Layout
from apps.layout.reading.wants import want_key, want_row, want_said, wants_had

__all__ = [
    "SEARCH_CONFIG",
    "Break",
    "Changed",
    "ChosenModule",
    "ClassMeeting",
    "DonePart",
    "Item",
    "ItemChange",
    "ItemFile",
    "ItemKind",
    "ItemRef",
    "ItemText",
    "Json",
    "KindCode",
    "LaidItem",
    "LaidModule",
    "Layout",
    "MeetingPattern",
    "Module",
    "Moment",
    "Part",
    "Pattern",
    "Rhythm",
    "RuleCode",
    "RulesIn",
    "SearchEntry",
    "Uploaded",
    "WantIn",
    "add_kind",
    "can_be_done",
    "changed",
    "chosen_modules",
    "class_out",
    "date_order_of",
    "files_in_history",
    "files_in_texts",
    "in_words",
    "item_ref",
    "item_row",
    "kind_of",
    "latest_text",
    "latest_texts",
    "layout",
    "layout_for",
    "made_up_layout",
    "moment_wishes",
    "names_of",
    "path_item",
    "person_layout",
    "ref",
    "row_of",
    "rule_kind",
    "rule_kinds",
    "rule_of",
    "start_by",
    "text_stamps",
    "want_key",
    "want_row",
    "want_said",
    "wants_had",
]
