from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.db import models


class Announcement(models.Model):
    """What teachers say to a course, or to these `sections` and `groups` of it; to all of it where both are empty.

    `moment` and `pinned_until`: rules as items have them, so that they move with the term. Without a moment it is said
    at once. `released_at`: when it was said and told; then no change of the term moves it any more. `rare`: stands over
    every screen of the course until it is read. `published` false: a draft.
    """

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    title = models.CharField(max_length=200)
    html = models.TextField()
    text = models.TextField()
    sections = ArrayField(models.BigIntegerField(), default=list, blank=True)
    groups = ArrayField(models.BigIntegerField(), default=list, blank=True)
    moment = models.JSONField(null=True)
    pinned_until = models.JSONField(null=True)
    rare = models.BooleanField(default=False)
    by_mail = models.BooleanField(default=True)
    published = models.BooleanField(default=False)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    made_at = models.DateTimeField()
    released_at = models.DateTimeField(null=True)
    removed = models.BooleanField(default=False)

    class Meta:
        indexes = [
            models.Index(fields=["course"], name="announcement_there", condition=models.Q(removed=False)),
            models.Index(
                fields=["course"],
                name="announcement_to_come",
                condition=models.Q(removed=False, published=True, released_at__isnull=True),
            ),
        ]


class AnnouncementRead(models.Model):
    announcement = models.ForeignKey(Announcement, on_delete=models.CASCADE, related_name="reads")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["announcement", "person"], name="announcement_read_once")]
