"""Reads of kept mail."""

from apps.notices.models import OutboxMail


def mail_to(address: str) -> list[OutboxMail]:
    return list(OutboxMail.objects.filter(to=address).order_by("-at", "-id")[:100])
