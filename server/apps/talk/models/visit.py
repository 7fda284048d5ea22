from django.conf import settings
from django.db import models


class Visit(models.Model):
    """How far somebody has read a discussion: `seen_at` in this visit, `before_at` at the end of the one before."""

    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    seen_at = models.DateTimeField()
    before_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["item", "person"], name="one_visit_a_discussion")]
