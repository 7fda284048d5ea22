from apps.assignments.models.brief import Brief
from apps.assignments.models.given_back import GivenBack, WorkComment
from apps.assignments.models.hand_in import HandIn, HandInFile
from apps.assignments.models.kept_piece import KeptPiece
from apps.assignments.models.note import WorkNote
from apps.assignments.models.photo import HandInPhoto

__all__ = ["Brief", "GivenBack", "HandIn", "HandInFile", "HandInPhoto", "KeptPiece", "WorkComment", "WorkNote"]
