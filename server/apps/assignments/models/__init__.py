from apps.assignments.models.brief import Brief
from apps.assignments.models.hand_in import HandIn, HandInFile
from apps.assignments.models.note import WorkNote
from apps.assignments.models.photo import HandInPhoto

__all__ = ["Brief", "HandIn", "HandInFile", "HandInPhoto", "WorkNote"]
