"""What the house may use of joining."""

from apps.joining.actions.invite import make_link

__all__ = ["make_link"]
