from django.conf import settings
from django.db import models


class ErrorReport(models.Model):
    """Somebody found an error; settled once a teacher has looked at it."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    item = models.ForeignKey("layout.Item", on_delete=models.SET_NULL, null=True, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    text = models.CharField(max_length=1000)
    at = models.DateTimeField()
    settled_at = models.DateTimeField(null=True)
    settled_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
