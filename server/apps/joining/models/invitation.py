from django.conf import settings
from django.db import models


class Invitation(models.Model):
    """A link by which a person who has no password yet sets one. What its secret hashes to is kept."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    digest = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField()
    ends_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True)
