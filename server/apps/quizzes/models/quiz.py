from django.conf import settings
from django.contrib.postgres.indexes import GinIndex
from django.db import models
from unvo_core.quizzes.rules import Paper

from apps.courses.public import raises_version


class Quiz(models.Model):
    """How a quiz goes. `questions`: [{question, points}] or [{bank, count, points}] in order, points as text; `shows`:
    what is shown when; null figures: without a limit. `opened_at`: since when is shown what a teacher shows by hand."""

    item = models.OneToOneField("layout.Item", on_delete=models.CASCADE, related_name="+")
    questions = models.JSONField(default=list)
    attempts = models.PositiveSmallIntegerField(null=True, default=1)
    tries = models.PositiveSmallIntegerField(null=True)
    try_cost = models.DecimalField(max_digits=5, decimal_places=2, default=0)
    minutes = models.PositiveSmallIntegerField(null=True)
    one_by_one = models.BooleanField(default=True)
    back = models.BooleanField(default=True)
    shuffle = models.BooleanField(default=False)
    code = models.CharField(max_length=40, blank=True)
    room = models.BooleanField(default=False)
    fresh = models.BooleanField(default=True)
    paper = models.CharField(max_length=4, choices=[(p.value, p.value) for p in Paper], blank=True, default="")
    shows = models.JSONField(default=dict)
    opened_at = models.DateTimeField(null=True)

    class Meta:
        indexes = [GinIndex(fields=["questions"], opclasses=["jsonb_path_ops"], name="quiz_questions")]
        triggers = [raises_version("SELECT course_id FROM layout_item WHERE id = COALESCE(NEW.item_id, OLD.item_id)")]


class RoomPlace(models.Model):
    """Somebody whom a teacher has checked in by name, and the minutes they were given at the table."""

    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    extra_minutes = models.PositiveSmallIntegerField(default=0)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["item", "person"], name="room_place_once")]
