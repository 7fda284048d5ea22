from django.conf import settings
from django.db import models

from apps.courses.public import Course


class Absence(models.Model):
    """'I missed this class', with the reason. `class_day` stays when the class gets another number."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="absences")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    class_day = models.DateField()
    starts_at = models.DateTimeField()
    reason = models.CharField(max_length=500)
    at = models.DateTimeField()
    seen_at = models.DateTimeField(null=True)
    seen_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["course", "person", "starts_at"], name="absent_once_a_class")]
