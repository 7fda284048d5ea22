"""The stand-in post: keeps every mail in the database for the outbox page."""

from collections.abc import Sequence
from email.utils import parseaddr

from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend

from apps.kernel.public import now
from apps.notices.models import OutboxMail


class OutboxBackend(BaseEmailBackend):
    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        kept = [
            OutboxMail(
                to=parseaddr(to)[1],
                subject=str(mail.subject),
                body=str(mail.body),
                html=_html(mail),
                headers=mail.extra_headers,
                at=now(),
            )
            for mail in email_messages
            for to in mail.to
        ]
        return len(OutboxMail.objects.bulk_create(kept))


def _html(mail: EmailMessage) -> str:
    for content, kind in getattr(mail, "alternatives", ()):
        if kind == "text/html":
            return str(content)
    return ""
