import pghistory
from django.conf import settings
from django.db import models

from apps.gradebook.models.scheme import GradedItem


@pghistory.track()
class Cell(models.Model):
    """One person's place for one graded item."""

    graded_item = models.ForeignKey(GradedItem, on_delete=models.CASCADE, related_name="cells", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    excused = models.BooleanField(default=False)
    why = models.TextField(blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["graded_item", "person"], name="cell_once")]


@pghistory.track()
class Score(models.Model):
    """Raw points of one attempt. Every change leaves a row of history, whatever makes it. `measured`: by which rubric,
    and what was chosen of it, as it read then: {id, name, earned, most, criteria: [{id, name, level, level_name, words,
    points, most, remark}]}, points as text or null."""

    cell = models.ForeignKey(Cell, on_delete=models.CASCADE, related_name="scores", db_index=False)
    attempt = models.PositiveSmallIntegerField(default=1)
    raw = models.DecimalField(max_digits=7, decimal_places=2)
    handed_in_at = models.DateTimeField(null=True)
    comment = models.TextField(blank=True)
    measured = models.JSONField(null=True)
    released_at = models.DateTimeField(null=True)
    graded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    graded_at = models.DateTimeField()
    version = models.PositiveIntegerField(default=1)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["cell", "attempt"], name="score_once_an_attempt")]
