from django.db import models

from apps.courses.public import Course, Section


class ClassCode(models.Model):
    """Who has it joins this section, or the course where it has none. `most_uses` null: any number."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+")
    section = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="+")
    code = models.CharField(max_length=12, unique=True)
    made_at = models.DateTimeField()
    ends_at = models.DateTimeField(null=True)
    most_uses = models.PositiveIntegerField(null=True)
    uses = models.PositiveIntegerField(default=0)
    closed_at = models.DateTimeField(null=True)
