from django.conf import settings
from django.db import models


class AnsweredRequest(models.Model):
    """A write that was acknowledged, so that the same request again gets the same answer. Kept for two days."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+", db_index=False)
    key = models.CharField(max_length=80)
    fingerprint = models.CharField(max_length=64)
    answer = models.JSONField(null=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["person", "key"], name="answered_once")]
        indexes = [models.Index(fields=["at"], name="answered_at")]
