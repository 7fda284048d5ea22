from django.conf import settings
from django.db import models


class HandIn(models.Model):
    """One attempt: a draft until it is handed in, then it stays as it is. `receipt` is frozen with it.
    `edition` counts how often its text was written. `way`: how it came; what came on paper or was spoken was
    `recorded_by` a teacher.

    A draft of a `group` is of all who are in it, and `saved_by` who wrote in it last; its `person` began it. When one
    of them hands it in, each gets a row of their own with the same content: theirs is the `first`, and those of the
    others name it."""

    HERE, PAPER, SPOKEN = "here", "paper", "spoken"
    WAYS = (HERE, PAPER, SPOKEN)

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    attempt = models.PositiveSmallIntegerField()
    text = models.TextField(blank=True)
    comment = models.TextField(blank=True)
    link = models.CharField(max_length=2000, blank=True)
    started_at = models.DateTimeField()
    saved_at = models.DateTimeField()
    edition = models.PositiveIntegerField(default=0)
    handed_in_at = models.DateTimeField(null=True)
    way = models.CharField(max_length=10, choices=[(w, w) for w in WAYS], default=HERE)
    recorded_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    group = models.ForeignKey("courses.Group", on_delete=models.SET_NULL, null=True, related_name="+")
    saved_by = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+", db_index=False
    )
    first = models.ForeignKey("self", on_delete=models.SET_NULL, null=True, related_name="others")
    number = models.CharField(max_length=12, null=True, unique=True)
    receipt = models.JSONField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["item", "person", "attempt"],
                condition=models.Q(handed_in_at__isnull=False) | models.Q(group__isnull=True),
                name="hand_in_attempt_once",
            ),
            models.UniqueConstraint(
                fields=["item", "person"],
                condition=models.Q(handed_in_at__isnull=True, group__isnull=True),
                name="one_draft",
            ),
            models.UniqueConstraint(
                fields=["item", "group"], condition=models.Q(handed_in_at__isnull=True), name="one_draft_of_a_group"
            ),
            models.CheckConstraint(
                condition=models.Q(handed_in_at__isnull=True, number__isnull=True, receipt__isnull=True)
                | models.Q(handed_in_at__isnull=False, number__isnull=False, receipt__isnull=False),
                name="handed_in_has_receipt",
            ),
        ]


class HandInFile(models.Model):
    hand_in = models.ForeignKey(HandIn, on_delete=models.CASCADE, related_name="files")
    stored = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, related_name="+")
    position = models.PositiveSmallIntegerField()

    class Meta:
        ordering = ["position", "id"]
