from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.courses.public import Course, raises_version


class Module(models.Model):
    """A stretch of the course. `week` places it in the term; None in a course without dates.

    `conditions` of a module, a part or an item, as apps.layout.reading.conditions reads them; {} for none.
    """

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="modules")
    title = models.CharField(max_length=200)
    week = models.PositiveSmallIntegerField(null=True)
    position = models.PositiveIntegerField()
    in_order = models.BooleanField(default=False)
    published = models.BooleanField(default=False)
    objectives = ArrayField(models.CharField(max_length=300), default=list, blank=True)
    conditions = models.JSONField(default=dict, blank=True)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = [raises_version("COALESCE(NEW.course_id, OLD.course_id)")]


class Part(models.Model):
    module = models.ForeignKey(Module, on_delete=models.CASCADE, related_name="parts")
    title = models.CharField(max_length=200)
    position = models.PositiveIntegerField()
    conditions = models.JSONField(default=dict, blank=True)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = [
            raises_version("SELECT course_id FROM layout_module WHERE id = COALESCE(NEW.module_id, OLD.module_id)")
        ]
