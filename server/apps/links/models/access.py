from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.db import models
from unvo_core.links.access import Kind

from apps.courses.public import Course
from apps.links.models.system import LinkedSystem


class SystemAccess(models.Model):
    """Whether somebody has access to a system, for a course, as far as is known, and who said so. `told`: the last
    that the system said of it, so that the same again takes nothing back of what a teacher said since. `announced`: how
    many days ahead it was said already that this access runs out."""

    SYSTEM, TEACHER, LIST = "system", "teacher", "list"

    system = models.ForeignKey(LinkedSystem, on_delete=models.CASCADE, related_name="+", db_index=False)
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=8, choices=[(k, k) for k in Kind])
    until = models.DateTimeField(null=True)
    code = models.CharField(max_length=80, blank=True)
    said_by = models.CharField(max_length=8, choices=[(s, s) for s in (SYSTEM, TEACHER, LIST)])
    said_at = models.DateTimeField()
    told = models.JSONField(null=True)
    announced = ArrayField(models.PositiveSmallIntegerField(), default=list)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["system", "course", "person"], name="one_access_a_course")]
