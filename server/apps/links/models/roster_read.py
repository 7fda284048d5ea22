import uuid

from django.db import models

from apps.courses.public import Course, Section
from apps.links.models.system import LinkedSystem


class RosterRead(models.Model):
    """What a system was told of the members of a context, so that it can ask what changed since: subject -> digest."""

    key = models.UUIDField(default=uuid.uuid4, unique=True)
    system = models.ForeignKey(LinkedSystem, on_delete=models.CASCADE, related_name="+")
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+")
    section = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="+")
    members = models.JSONField()
    at = models.DateTimeField()
