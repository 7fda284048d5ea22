from django.db import models


class OutboxMail(models.Model):
    """A mail that the stand-in post kept instead of sending."""

    to = models.EmailField(db_index=True)
    subject = models.CharField(max_length=300)
    body = models.TextField()
    html = models.TextField(blank=True)
    headers = models.JSONField(default=dict)
    at = models.DateTimeField()
