import pghistory
from django.conf import settings
from django.db import models

from apps.gradebook.models.score import Cell


@pghistory.track()
class Marking(models.Model):
    """What one of two graders gave an attempt, unseen by the other; no score yet. `measured` as with a score."""

    cell = models.ForeignKey(Cell, on_delete=models.CASCADE, related_name="markings", db_index=False)
    attempt = models.PositiveSmallIntegerField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+", db_index=False)
    raw = models.DecimalField(max_digits=7, decimal_places=2)
    comment = models.TextField(blank=True)
    measured = models.JSONField(null=True)
    at = models.DateTimeField()

    class Meta:
        ordering = ["at", "id"]
        constraints = [models.UniqueConstraint(fields=["cell", "attempt", "by"], name="marking_once_a_grader")]
