from django.conf import settings
from django.db import models

from apps.assignments.models.hand_in import HandIn


class GivenBack(models.Model):
    """An attempt that is to be done again, and why. `parts`: only these criteria of its rubric, as they read then.
    `allowance`: what gives its student until when; null where the item's own dates do. Points that it has stand until
    the next attempt has some."""

    hand_in = models.OneToOneField(HandIn, on_delete=models.CASCADE, related_name="given_back")
    why = models.TextField()
    parts = models.JSONField(default=list)
    allowance = models.ForeignKey("layout.Allowance", on_delete=models.SET_NULL, null=True, related_name="+")
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+", db_index=False)
    at = models.DateTimeField()


class WorkComment(models.Model):
    """What a teacher says of an attempt before its score, or beside it: its student reads it at once."""

    hand_in = models.ForeignKey(HandIn, on_delete=models.CASCADE, related_name="comments")
    words = models.TextField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+", db_index=False)
    at = models.DateTimeField()

    class Meta:
        ordering = ["id"]
