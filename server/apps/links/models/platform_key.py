from django.db import models


class PlatformKey(models.Model):
    """A pair of keys of ours. The newest that is not retired signs; the others are published, so that what they signed
    is honoured, until `published_until`. `sealed`: the private one, which only this place's secret opens."""

    kid = models.CharField(max_length=64, unique=True)
    public = models.JSONField()
    sealed = models.TextField()
    made_at = models.DateTimeField()
    published_until = models.DateTimeField(null=True)

    class Meta:
        ordering = ["-made_at", "-pk"]
