from apps.checks.models.waiver import Waiver

__all__ = [
    "Waiver",
]
