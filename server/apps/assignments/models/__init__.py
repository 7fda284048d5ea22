from apps.assignments.models.brief import Brief
from apps.assignments.models.hand_in import HandIn, HandInFile

__all__ = ["Brief", "HandIn", "HandInFile"]
