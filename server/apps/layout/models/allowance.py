from django.conf import settings
from django.db import models

from apps.courses.public import COURSE_OF_ROW, Course, Group, Section, raises_version
from apps.layout.models.item import Item


class Allowance(models.Model):
    """A change for one student, group or section; of one item, or of all where `item` is null.

    `shift_minutes`: moment -> minutes; `walls`: moment -> wall time in the course's zone.
    """

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="allowances")
    item = models.ForeignKey(Item, on_delete=models.CASCADE, null=True, related_name="allowances")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="+")
    group = models.ForeignKey(Group, on_delete=models.CASCADE, null=True, related_name="+")
    section = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="+")
    shift_minutes = models.JSONField(default=dict, blank=True)
    walls = models.JSONField(default=dict, blank=True)
    time_factor = models.DecimalField(max_digits=4, decimal_places=2, default=1)
    extra_attempts = models.PositiveSmallIntegerField(default=0)
    excused = models.BooleanField(default=False)
    why = models.CharField(max_length=300, blank=True)
    given_at = models.DateTimeField()
    given_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    removed = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.CheckConstraint(
                condition=(
                    models.Q(person__isnull=False, group__isnull=True, section__isnull=True)
                    | models.Q(person__isnull=True, group__isnull=False, section__isnull=True)
                    | models.Q(person__isnull=True, group__isnull=True, section__isnull=False)
                ),
                name="allowance_for_one",
            )
        ]
        triggers = [raises_version(COURSE_OF_ROW)]
