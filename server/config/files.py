"""Who may read which files, by the kind of thing that holds them; and which files texts still show."""

from collections.abc import Mapping
from uuid import UUID

from apps.assignments.public import can_read_hand_in_file
from apps.layout.public import files_in_history, files_in_texts
from apps.library.public import can_read_entry_file, files_in_entries
from apps.path.public import can_read_item_file

GUARDS = {
    "item": can_read_item_file,
    "hand_in": can_read_hand_in_file,
    "library_entry": can_read_entry_file,
}


def wanted_files(files: Mapping[UUID, int]) -> set[UUID]:
    """Those of these files, numbers by key, that a text of any app shows or a change can bring back."""
    return files_in_texts(files.keys()) | files_in_entries(files.keys()) | files_in_history(files)
