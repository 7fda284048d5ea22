from apps.joining.models.class_code import ClassCode
from apps.joining.models.invitation import Invitation

__all__ = ["ClassCode", "Invitation"]
