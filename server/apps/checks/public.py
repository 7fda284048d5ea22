"""What upper apps may use of the date check."""

from apps.checks.desk import conflicts_waiting

__all__ = ["conflicts_waiting"]
