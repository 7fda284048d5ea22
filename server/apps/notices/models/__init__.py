from apps.notices.models.outbox_mail import OutboxMail

__all__ = [
    "OutboxMail",
]
