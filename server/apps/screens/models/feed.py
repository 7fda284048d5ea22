from django.conf import settings
from django.db import models

from apps.courses.public import Course


class CalendarFeed(models.Model):
    """A person's calendar behind a secret address; of one course, or of all where `course` is null.

    Only the secret's SHA-256 is kept: who reads the table can't read the feeds.
    """

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    course = models.ForeignKey(Course, on_delete=models.CASCADE, null=True, related_name="+")
    secret_sha256 = models.CharField(max_length=64, unique=True)
    made_at = models.DateTimeField()
    read_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["person", "course"], nulls_distinct=False, name="one_feed_a_course")
        ]


class FeedEntry(models.Model):
    """What a feed last said of one thing, so that a change raises its sequence."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    uid = models.CharField(max_length=80)
    fingerprint = models.CharField(max_length=64)
    sequence = models.PositiveIntegerField(default=0)
    changed_at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["person", "uid"], name="feed_entry_once")]
