from django.conf import settings
from django.db import models

from apps.assignments.models.hand_in import HandIn


class KeptPiece(models.Model):
    """A piece of their own work that somebody chose to keep, with a word on it. `position`: in their own order."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+", db_index=False)
    hand_in = models.ForeignKey(HandIn, on_delete=models.CASCADE, related_name="+")
    words = models.TextField(blank=True)
    position = models.PositiveIntegerField()
    kept_at = models.DateTimeField()

    class Meta:
        ordering = ["position", "id"]
        constraints = [models.UniqueConstraint(fields=["person", "hand_in"], name="piece_kept_once")]
