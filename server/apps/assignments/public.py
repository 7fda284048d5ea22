"""What upper apps may use of assignments."""

from apps.assignments.actions.copy_briefs import copy_briefs

__all__ = ["copy_briefs"]
