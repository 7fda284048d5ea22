"""What upper apps may use of notices."""

from apps.notices.actions.queue_mail import queue_mail

__all__ = [
    "queue_mail",
]
