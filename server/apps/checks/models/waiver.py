from django.conf import settings
from django.db import models


class Waiver(models.Model):
    """A finding of the date check that its teacher means to be so. `key` names the finding, not its place in a list."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    key = models.CharField(max_length=64)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["course", "key"], name="waived_once")]
