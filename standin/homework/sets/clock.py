"""The clock by which work is stamped; signatures go by the machine's."""

from datetime import datetime

from django.conf import settings
from django.utils import timezone


def now() -> datetime:
    return datetime.fromisoformat(settings.FIXED_CLOCK) if settings.FIXED_CLOCK else timezone.now()
