"""What upper apps may use of path."""

from apps.path.access import can_open, opened_items, refuse_locked, require_doable, require_open
from apps.path.actions.note_fact import forget, note, note_first, tell_on
from apps.path.api.schemas import TickIn
from apps.path.class_facts import Doing, details_of_people, doings, hand_in_times, who_handed_in
from apps.path.class_progress import (
    NOBODY,
    ClassShare,
    Member,
    class_shares,
    each_member,
)
from apps.path.entering import enter
from apps.path.files import can_read_item_file
from apps.path.models import Fact
from apps.path.progress import Progress, fact_counts, people_who_handed_in, progress, progress_in
from apps.path.readers import Reader, laid_for, opened_for, own_progress
from apps.path.receipts import handed_in_said, late_seconds, lateness
from apps.path.walking import cells_of_made_up
from apps.path.whereabouts import Where, whereabouts, whereabouts_in

__all__ = [
    "NOBODY",
    "ClassShare",
    "Doing",
    "Fact",
    "Member",
    "Progress",
    "Reader",
    "TickIn",
    "Where",
    "can_open",
    "can_read_item_file",
    "cells_of_made_up",
    "class_shares",
    "details_of_people",
    "doings",
    "each_member",
    "enter",
    "fact_counts",
    "forget",
    "hand_in_times",
    "handed_in_said",
    "laid_for",
    "late_seconds",
    "lateness",
    "note",
    "note_first",
    "opened_for",
    "opened_items",
    "own_progress",
    "people_who_handed_in",
    "progress",
    "progress_in",
    "refuse_locked",
    "require_doable",
    "require_open",
    "tell_on",
    "whereabouts",
    "whereabouts_in",
    "who_handed_in",
]
