from django.conf import settings
from django.db import models

from apps.courses.models.course import Course, Section
from apps.courses.models.layout import Item
from apps.courses.models.version import raises_version

COURSE_OF_ROW = "COALESCE(NEW.course_id, OLD.course_id)"


class MeetingPattern(models.Model):
    """When a course meets; a section with a pattern of its own has its own numbered classes.

    `slots`: [{on, start, end, place}], `on` a weekday from 0 or a day type; `rotation`: null or
    {types, school_days, waits}; `exceptions`: [{day, day_type, slots, why}].
    """

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="patterns")
    section = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="patterns")
    slots = models.JSONField(default=list)
    rotation = models.JSONField(null=True)
    exceptions = models.JSONField(default=list, blank=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["course", "section"], nulls_distinct=False, name="pattern_once_a_section")
        ]
        triggers = [raises_version(COURSE_OF_ROW)]


class Group(models.Model):
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="groups")
    name = models.CharField(max_length=60)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["course", "name"], name="group_name_once")]


class GroupMember(models.Model):
    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="members")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["group", "person"], name="in_a_group_once")]
        triggers = [
            raises_version("SELECT course_id FROM courses_group WHERE id = COALESCE(NEW.group_id, OLD.group_id)")
        ]


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
