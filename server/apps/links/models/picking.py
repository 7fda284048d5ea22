import uuid

from django.conf import settings
from django.db import models

from apps.courses.public import Course, Section
from apps.links.models.system import LinkedSystem


class Picking(models.Model):
    """Somebody picks content of a system for a place on the path (Deep Linking 2.0). `picked`: what came back, as
    apps.links.lti.content reads it; null until then. Nothing is placed before a person says so."""

    key = models.UUIDField(default=uuid.uuid4, unique=True)
    system = models.ForeignKey(LinkedSystem, on_delete=models.CASCADE, related_name="+")
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+")
    section = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    place = models.JSONField(default=dict)
    picked = models.JSONField(null=True)
    said = models.TextField(blank=True)
    begun_at = models.DateTimeField()
    picked_at = models.DateTimeField(null=True)
    placed_at = models.DateTimeField(null=True)
