from apps.library.models.entry import Entry, StepDone
from apps.library.models.report import ErrorReport
from apps.library.models.tour import TourSeen

__all__ = ["Entry", "ErrorReport", "StepDone", "TourSeen"]
