"""The server's clock, the only one that counts. The demo's pictures and tests hold it still."""

from datetime import datetime

from django.conf import settings
from django.utils import timezone


def now() -> datetime:
    """The present instant, aware; the fixed one where settings name it (ISO 8601 with offset)."""
    if settings.FIXED_CLOCK:
        return datetime.fromisoformat(settings.FIXED_CLOCK)
    return timezone.now()
