from apps.messaging.models.outbox_mail import OutboxMail

__all__ = ["OutboxMail"]
