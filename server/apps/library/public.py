"""What upper apps may use of the library."""

from apps.library.actions.copy_library import copy_library
from apps.library.actions.entries import EntryWish, change_entry, make_entry
from apps.library.desk import reports_waiting
from apps.library.files import can_read_entry_file, files_in_entries
from apps.library.shelves import answered_before, people_of

__all__ = [
    "EntryWish",
    "answered_before",
    "can_read_entry_file",
    "change_entry",
    "copy_library",
    "files_in_entries",
    "make_entry",
    "people_of",
    "reports_waiting",
]
