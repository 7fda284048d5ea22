from django.conf import settings
from django.db import models

from apps.gradebook.models.score import Cell


class PartMeasured(models.Model):
    """What was chosen of a rubric for an attempt, criterion by criterion, until it has a score. `measured` as with a
    score."""

    cell = models.ForeignKey(Cell, on_delete=models.CASCADE, related_name="+", db_index=False)
    attempt = models.PositiveSmallIntegerField()
    measured = models.JSONField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["cell", "attempt"], name="measured_once_an_attempt")]
