from apps.path.models.fact import Fact

__all__ = [
    "Fact",
]
