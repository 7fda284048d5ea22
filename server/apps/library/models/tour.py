from django.conf import settings
from django.db import models


class TourSeen(models.Model):
    """Whoever has been shown around a course is not led through it again unasked."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["course", "person"], name="tour_seen_once")]
