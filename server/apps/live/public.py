"""What upper apps may use of live."""

from apps.live.api.schemas import AbsenceOut
from apps.live.models import Absence
from apps.live.waiting import absences_waiting

__all__ = [
    "Absence",
    "AbsenceOut",
    "absences_waiting",
]
