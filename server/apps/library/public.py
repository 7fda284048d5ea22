"""What upper apps may use of the library."""

from apps.library.actions.copy_library import copy_library

__all__ = ["copy_library"]
