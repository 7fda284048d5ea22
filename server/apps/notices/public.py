"""What upper apps may use of notices."""

from apps.notices.actions.notify import News, notify, notify_each
from apps.notices.actions.queue_mail import queue_mail
from apps.notices.letters import Line, Paragraph
from apps.notices.queries import unwanted
from apps.notices.unsubscribe import unsubscribe

__all__ = [
    "Line",
    "News",
    "Paragraph",
    "notify",
    "notify_each",
    "queue_mail",
    "unsubscribe",
    "unwanted",
]
