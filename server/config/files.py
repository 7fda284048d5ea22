"""Who may read which files, by the kind of thing that holds them; and which files texts still show."""

from uuid import UUID

from apps.assignments.public import can_read_hand_in_file
from apps.layout.public import files_in_texts
from apps.library.public import can_read_entry_file, files_in_entries
from apps.path.public import can_read_item_file

GUARDS = {
    "item": can_read_item_file,
    "hand_in": can_read_hand_in_file,
    "library_entry": can_read_entry_file,
}


def mentioned_files(keys: set[UUID]) -> set[UUID]:
    """Those of these keys that a text of any app shows."""
    return files_in_texts(keys) | files_in_entries(keys)
