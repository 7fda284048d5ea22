import uuid

from django.conf import settings
from django.db import models

from apps.courses.public import Course, Section
from apps.links.models.system import LinkedSystem


class Known(models.Model):
    """As whom a system knows somebody: a name that says nothing and is no other system's. `former`: of an account that
    was merged into this person's; the system may still use it, it is told the other."""

    system = models.ForeignKey(LinkedSystem, on_delete=models.CASCADE, related_name="+", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    subject = models.UUIDField(default=uuid.uuid4, unique=True)
    former = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["system", "person"], condition=models.Q(former=False), name="known_once")
        ]


class KnownIn(models.Model):
    """In which section of a course somebody went to a system, the last time. `theirs`: in which one the system has
    them, where it says so by itself."""

    known = models.ForeignKey(Known, on_delete=models.CASCADE, related_name="places")
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+")
    section = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="+")
    theirs = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="+")
    theirs_at = models.DateTimeField(null=True)
    first_at = models.DateTimeField(null=True)
    last_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["known", "course"], name="known_in_one_section")]
