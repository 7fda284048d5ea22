"""What upper apps may use of assignments."""

from apps.assignments.actions.copy_briefs import copy_briefs
from apps.assignments.actions.set_brief import BriefWish, set_brief
from apps.assignments.api.schemas import Attempt, Brief, OwnPiece
from apps.assignments.desk import work_waiting
from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import HandIn
from apps.assignments.own_work import own_pieces, piece_entries
from apps.assignments.policies import can_read_hand_in_file, can_read_photo
from apps.assignments.queries import latest_works
from apps.assignments.showing import BareWork, bare_work
from apps.assignments.waiting import waiting_of_class

__all__ = [
    "ASSIGNMENT",
    "Attempt",
    "BareWork",
    "Brief",
    "BriefWish",
    "HandIn",
    "OwnPiece",
    "bare_work",
    "can_read_hand_in_file",
    "can_read_photo",
    "copy_briefs",
    "latest_works",
    "own_pieces",
    "piece_entries",
    "set_brief",
    "waiting_of_class",
    "work_waiting",
]
