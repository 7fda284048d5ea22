from django.conf import settings
from django.db import models


class Reading(models.Model):
    """One student's reading of another's work, drawn by lot: a draft until `sent_at`. `position`: from 1, by which its
    reader knows it. `points` of the work's possible ones; `measured`: by its rubric, as that read then."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+", db_index=False)
    reader = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    hand_in = models.ForeignKey("assignments.HandIn", on_delete=models.CASCADE, related_name="+")
    position = models.PositiveSmallIntegerField()
    words = models.TextField(blank=True)
    points = models.DecimalField(max_digits=8, decimal_places=3, null=True)
    measured = models.JSONField(null=True)
    edition = models.PositiveIntegerField(default=0)
    saved_at = models.DateTimeField(null=True)
    sent_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["item_id", "reader_id", "position"]
        constraints = [
            models.UniqueConstraint(fields=["item", "reader", "hand_in"], name="work_read_once"),
            models.UniqueConstraint(fields=["item", "reader", "position"], name="one_work_a_position"),
        ]
