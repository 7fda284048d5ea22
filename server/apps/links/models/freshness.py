from django.db import models

from apps.courses.public import Course
from apps.links.models.system import LinkedSystem


class Freshness(models.Model):
    """When a system was last heard of in a course, and how asking it goes. `hours`: the last hours in which it told
    something, first to last, from which its usual rhythm is read. `asked_at`: by a person who wants it now;
    `fetched_at`: it answered; `failures` in a row, the last at `failed_at` for the reason `failure`, a code of
    `links.fetch.*`.
    """

    MOST_HOURS = 60

    system = models.ForeignKey(LinkedSystem, on_delete=models.CASCADE, related_name="freshness", db_index=False)
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+")
    heard_at = models.DateTimeField(null=True)
    hours = models.JSONField(default=list)
    asked_at = models.DateTimeField(null=True)
    fetched_at = models.DateTimeField(null=True)
    failed_at = models.DateTimeField(null=True)
    failures = models.PositiveIntegerField(default=0)
    failure = models.CharField(max_length=20, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["system", "course"], name="one_freshness_a_course")]
