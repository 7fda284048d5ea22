from django.conf import settings
from django.db import models


class AuditRecord(models.Model):
    """Who changed what, from what, to what, why. Written in the transaction of the change.

    `whole`: the change that this one is a part of, done and undone with it. `reversible`: it can be set back.
    """

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
    reversible = models.BooleanField(default=False)
    whole = models.ForeignKey("self", on_delete=models.CASCADE, null=True, related_name="parts")

    class Meta:
        indexes = [
            models.Index(fields=["course_id", "-id"], name="audit_course"),
            models.Index(fields=["target_kind", "target_id"], name="audit_target"),
        ]


class AuditTouch(models.Model):
    """A thing that a change was made to: what its history and its edition are read from."""

    record = models.ForeignKey(AuditRecord, on_delete=models.CASCADE, related_name="touches", db_index=False)
    kind = models.CharField(max_length=40)
    thing = models.BigIntegerField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["record", "kind", "thing"], name="touched_once")]
        indexes = [models.Index(fields=["kind", "thing", "-record"], name="touch_thing")]
