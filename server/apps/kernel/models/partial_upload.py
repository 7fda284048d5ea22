import uuid

from django.conf import settings
from django.db import models


class PartialUpload(models.Model):
    """A file on its way in pieces. `purpose`: the address that it is meant for; `modified`: of the file where it lies,
    as its browser says, to know it again; `parts`: where the pieces lie, in order; `used_at`: since when it has been
    handed on, whole."""

    key = models.UUIDField(default=uuid.uuid4, unique=True)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    purpose = models.CharField(max_length=300)
    name = models.CharField(max_length=255)
    size = models.PositiveBigIntegerField()
    modified = models.BigIntegerField(default=0)
    received = models.PositiveBigIntegerField(default=0)
    parts = models.JSONField(default=list)
    begun_at = models.DateTimeField(auto_now_add=True)
    used_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.CheckConstraint(condition=models.Q(received__lte=models.F("size")), name="no_more_than_said")
        ]
        indexes = [models.Index(fields=["begun_at"], name="upload_begun_at")]
