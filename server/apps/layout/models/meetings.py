from django.db import models

from apps.courses.public import COURSE_OF_ROW, Course, Section, raises_version


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
