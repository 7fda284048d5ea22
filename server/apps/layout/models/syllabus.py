from django.db import models

from apps.courses.public import COURSE_OF_ROW, Course, raises_version
from apps.layout.models.item import Item


class Syllabus(models.Model):
    """The item whose text is a course's syllabus."""

    course = models.OneToOneField(Course, on_delete=models.CASCADE, primary_key=True, related_name="+")
    item = models.ForeignKey(Item, on_delete=models.CASCADE, null=True, related_name="+")

    class Meta:
        triggers = [raises_version(COURSE_OF_ROW)]
