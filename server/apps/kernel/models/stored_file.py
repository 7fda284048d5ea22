import uuid

from django.db import models


class StoredFile(models.Model):
    """Bytes kept once: who may read them is decided by the `owner_kind` app that holds them."""

    key = models.UUIDField(default=uuid.uuid4, unique=True)
    owner_kind = models.CharField(max_length=40)
    owner_id = models.BigIntegerField(null=True)
    course_id = models.BigIntegerField(null=True)
    name = models.CharField(max_length=255)
    content_type = models.CharField(max_length=120)
    size = models.BigIntegerField()
    sha256 = models.CharField(max_length=64)
    path = models.CharField(max_length=200)
    uploaded_by_id = models.BigIntegerField(null=True)
    uploaded_at = models.DateTimeField()

    class Meta:
        indexes = [
            models.Index(fields=["owner_kind", "owner_id"], name="file_owner"),
            models.Index(fields=["course_id", "uploaded_by_id"], name="file_course_person"),
            models.Index(fields=["path"], name="file_path"),
        ]
