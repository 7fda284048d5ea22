"""What upper apps may use of assignments."""

from apps.assignments.actions.copy_briefs import copy_briefs
from apps.assignments.desk import work_waiting
from apps.assignments.policies import can_read_hand_in_file
from apps.assignments.waiting import waiting_of_class

__all__ = ["can_read_hand_in_file", "copy_briefs", "waiting_of_class", "work_waiting"]
