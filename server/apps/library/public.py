"""What upper apps may use of the library."""

from apps.library.actions.copy_library import copy_library
from apps.library.desk import reports_waiting
from apps.library.files import can_read_entry_file, files_in_entries

__all__ = ["can_read_entry_file", "copy_library", "files_in_entries", "reports_waiting"]
