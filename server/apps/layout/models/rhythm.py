from django.db import models

from apps.courses.public import Course


class Rhythm(models.Model):
    """A pattern of items. `steps` of unit 'week': {first, last}; of 'section': {sections, first_class}."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="rhythms")
    name = models.CharField(max_length=100)
    unit = models.CharField(max_length=10, choices=[("week", "week"), ("section", "section")], default="week")
    beats = models.JSONField(default=list)
    steps = models.JSONField(default=dict)
    removed = models.BooleanField(default=False)
