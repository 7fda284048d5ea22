from apps.notices.models.outbox_mail import OutboxMail
from apps.notices.models.sent_mail import SentMail

__all__ = [
    "OutboxMail",
    "SentMail",
]
