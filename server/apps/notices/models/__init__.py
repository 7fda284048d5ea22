from apps.notices.models.notice import Notice, NoticeChoice
from apps.notices.models.outbox_mail import OutboxMail
from apps.notices.models.sent_mail import SentMail

__all__ = [
    "Notice",
    "NoticeChoice",
    "OutboxMail",
    "SentMail",
]
