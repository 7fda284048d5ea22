from django.conf import settings
from django.db import models

from apps.courses.models.course import Course
from apps.courses.models.version import raises_version


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
