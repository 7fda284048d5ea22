"""What upper apps may use of assignments."""

from apps.assignments.queries import brief_of

__all__ = ["brief_of"]
