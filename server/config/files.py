"""Who may read which files: by the kind of thing that holds them."""

from apps.assignments.public import can_read_hand_in_file
from apps.library.public import can_read_entry_file
from apps.path.public import can_read_item_file

GUARDS = {
    "item": can_read_item_file,
    "hand_in": can_read_hand_in_file,
    "library_entry": can_read_entry_file,
}
