from __future__ import annotations

from apps.notices.jobs import send_mail


def queue_mail(to: str, subject: str, body: str) -> None:
    """Queue one mail in the present transaction: rolled back with it, sent after it."""
    send_mail.defer(to=to, subject=subject, body=body)
