from apps.transfer.models.waiver import Waiver

__all__ = ["Waiver"]
