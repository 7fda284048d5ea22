from django.conf import settings
from django.db import models

from apps.courses.public import Course
from apps.layout.public import Item


class Fact(models.Model):
    """What a person did with an item, and when. One row a kind; `detail` is for words beside it."""

    OPENED, TICKED, ACKNOWLEDGED = "opened", "ticked", "acknowledged"
    STARTED, HANDED_IN = "started", "handed_in"
    WATCHED, ATTENDED, LET_IN, POSTED = "watched", "attended", "let_in", "posted"
    GIVEN_BACK = "given_back"
    KINDS = (OPENED, TICKED, ACKNOWLEDGED, STARTED, HANDED_IN, WATCHED, ATTENDED, LET_IN, POSTED, GIVEN_BACK)

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+", db_index=False)
    item = models.ForeignKey(Item, on_delete=models.CASCADE, related_name="facts", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+", db_index=False)
    kind = models.CharField(max_length=20, choices=[(k, k) for k in KINDS])
    at = models.DateTimeField()
    edition = models.PositiveIntegerField(default=0)
    by_teacher = models.BooleanField(default=False)
    detail = models.JSONField(default=dict)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["item", "person", "kind"], name="fact_once")]
        indexes = [models.Index(fields=["course", "person"], name="fact_course_person")]
