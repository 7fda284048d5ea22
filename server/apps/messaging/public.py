"""What upper apps may use of messaging."""

from apps.messaging.jobs import send_mail


def queue_mail(to: str, subject: str, body: str) -> None:
    """Queue one mail in the present transaction: rolled back with it, sent after it."""
    send_mail.defer(to=to, subject=subject, body=body)


__all__ = ["queue_mail"]
