from django.contrib.postgres.fields import ArrayField
from django.db import models


class Brief(models.Model):
    """What an assignment takes. `attempts` null: as many as one likes. `in_groups`: one of a group hands in for all of
    it; `groups`: those that do, none for all of the course."""

    item = models.OneToOneField("layout.Item", on_delete=models.CASCADE, related_name="+")
    takes_text = models.BooleanField(default=True)
    takes_files = models.BooleanField(default=True)
    takes_photos = models.BooleanField(default=True)
    """Photographs of work on paper, that become one PDF."""
    takes_recordings = models.BooleanField(default=False)
    """Sound or pictures that are recorded in the page."""
    takes_link = models.BooleanField(default=False)
    most_files = models.PositiveSmallIntegerField(default=10)
    most_megabytes = models.PositiveSmallIntegerField(default=20)
    template = models.TextField(blank=True)
    """With what a text begins, to be filled in."""
    in_groups = models.BooleanField(default=False)
    groups = ArrayField(models.BigIntegerField(), default=list, blank=True)
    attempts = models.PositiveSmallIntegerField(null=True)
