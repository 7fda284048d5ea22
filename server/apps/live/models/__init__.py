from apps.live.models.absence import Absence

__all__ = [
    "Absence",
]
