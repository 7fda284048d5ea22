from django.conf import settings
from django.db import models
from django.db.models import Q

from apps.assignments.models.hand_in import HandIn, HandInFile


class WorkNote(models.Model):
    """What a teacher says at a place of somebody's work: at a point of a page, in thousandths of its width and height
    from the upper left, or at a second of a recording. Its student reads it with the score."""

    hand_in = models.ForeignKey(HandIn, on_delete=models.CASCADE, related_name="notes")
    file = models.ForeignKey(HandInFile, on_delete=models.CASCADE, related_name="notes", db_index=False)
    page = models.PositiveSmallIntegerField(null=True)
    across = models.PositiveSmallIntegerField(null=True)
    down = models.PositiveSmallIntegerField(null=True)
    second = models.PositiveIntegerField(null=True)
    words = models.TextField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+", db_index=False)
    at = models.DateTimeField()

    class Meta:
        ordering = ["file_id", "page", "second", "id"]
        constraints = [
            models.CheckConstraint(
                condition=Q(page__isnull=False, across__lte=1000, down__lte=1000, second__isnull=True)
                | Q(page__isnull=True, across__isnull=True, down__isnull=True, second__isnull=False),
                name="note_at_a_place_or_a_second",
            )
        ]
