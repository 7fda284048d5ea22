from django.conf import settings
from django.db import models


class AuditRecord(models.Model):
    """Who changed what, from what, to what, why. Written in the transaction of the change."""

    at = models.DateTimeField()
    actor = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+", db_index=False
    )
    actor_name = models.CharField(max_length=200)
    action = models.CharField(max_length=60)
    course_id = models.BigIntegerField(null=True)
    target_kind = models.CharField(max_length=40)
    target_id = models.BigIntegerField()
    before = models.JSONField(null=True)
    after = models.JSONField(null=True)
    why = models.TextField(blank=True)
    undone = models.BooleanField(default=False)

    class Meta:
        indexes = [
            models.Index(fields=["course_id", "-id"], name="audit_course"),
            models.Index(fields=["target_kind", "target_id"], name="audit_target"),
        ]
