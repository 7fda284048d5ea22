"""The stand-in post: keeps every mail in the database for the outbox page."""

from collections.abc import Sequence

from django.core.mail import EmailMessage
from django.core.mail.backends.base import BaseEmailBackend

from apps.kernel.public import now
from apps.notices.models import OutboxMail


class OutboxBackend(BaseEmailBackend):
    def send_messages(self, email_messages: Sequence[EmailMessage]) -> int:
        kept = [
            OutboxMail(to=to, subject=str(mail.subject), body=str(mail.body), at=now())
            for mail in email_messages
            for to in mail.to
        ]
        return len(OutboxMail.objects.bulk_create(kept))
