from django.db import models
from django.db.models import Q

from apps.assignments.models.hand_in import HandIn


class HandInPhoto(models.Model):
    """A page of work in photographs, as it came, and how it goes into the PDF: turned clockwise by `turn` degrees, and
    without so many percent of its left, top, right and bottom, as they are before that. `small` is for lists."""

    hand_in = models.ForeignKey(HandIn, on_delete=models.CASCADE, related_name="photos")
    stored = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, related_name="+")
    small = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, related_name="+")
    position = models.PositiveSmallIntegerField()
    width = models.PositiveSmallIntegerField()
    height = models.PositiveSmallIntegerField()
    turn = models.PositiveSmallIntegerField(default=0)
    cut_left = models.PositiveSmallIntegerField(default=0)
    cut_top = models.PositiveSmallIntegerField(default=0)
    cut_right = models.PositiveSmallIntegerField(default=0)
    cut_bottom = models.PositiveSmallIntegerField(default=0)

    class Meta:
        ordering = ["position", "id"]
        constraints = [
            models.CheckConstraint(condition=Q(turn__in=(0, 90, 180, 270)), name="photo_turned_by_quarters"),
            models.CheckConstraint(
                condition=Q(cut_left__lte=90 - models.F("cut_right"), cut_top__lte=90 - models.F("cut_bottom")),
                name="photo_leaves_a_tenth",
            ),
        ]

    @property
    def cuts(self) -> tuple[int, int, int, int]:
        """Left, top, right, bottom."""
        return self.cut_left, self.cut_top, self.cut_right, self.cut_bottom
