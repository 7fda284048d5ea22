"""What upper apps may use of assignments."""

from apps.assignments.actions.copy_briefs import copy_briefs
from apps.assignments.actions.set_brief import BriefWish, set_brief
from apps.assignments.api.schemas import Brief
from apps.assignments.desk import work_waiting
from apps.assignments.policies import can_read_hand_in_file, can_read_photo
from apps.assignments.waiting import waiting_of_class

__all__ = [
    "Brief",
    "BriefWish",
    "can_read_hand_in_file",
    "can_read_photo",
    "copy_briefs",
    "set_brief",
    "waiting_of_class",
    "work_waiting",
]
