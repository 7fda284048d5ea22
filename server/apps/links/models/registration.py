import uuid

from django.conf import settings
from django.db import models

from apps.courses.public import Course
from apps.links.models.system import LinkedSystem


class Registration(models.Model):
    """A system registers itself (Dynamic Registration 1.0): begun by a person with the system's address, good for an
    hour, used once. `made`: what came of it."""

    key = models.UUIDField(default=uuid.uuid4, unique=True)
    address = models.URLField(max_length=1000)
    course = models.ForeignKey(Course, on_delete=models.CASCADE, null=True, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    begun_at = models.DateTimeField()
    made = models.ForeignKey(LinkedSystem, on_delete=models.SET_NULL, null=True, related_name="+")
