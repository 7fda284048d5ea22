from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.courses.public import raises_version

COURSE_OF_QUESTION = """
    SELECT b.course_id FROM questions_bank b JOIN questions_bankquestion q ON q.bank_id = b.id
    WHERE q.id = COALESCE(NEW.question_id, OLD.question_id)
"""


class Bank(models.Model):
    """Questions of a course under one name."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=200)
    position = models.PositiveIntegerField(default=0)
    removed = models.BooleanField(default=False)

    class Meta:
        ordering = ["position", "id"]
        constraints = [
            models.UniqueConstraint(fields=["course", "name"], condition=models.Q(removed=False), name="bank_name_once")
        ]


class BankQuestion(models.Model):
    """A question by its name; what it says stands in its editions, of which `edition` is the newest. `tags`: objectives
    that it asks about, in the words of the course. `points`: what it is worth unless a quiz says otherwise."""

    bank = models.ForeignKey(Bank, on_delete=models.CASCADE, related_name="questions")
    name = models.CharField(max_length=200)
    tags = ArrayField(models.CharField(max_length=200), default=list, blank=True)
    points = models.DecimalField(max_digits=6, decimal_places=2, default=1)
    edition = models.PositiveIntegerField(default=1)
    position = models.PositiveIntegerField(default=0)
    removed = models.BooleanField(default=False)

    class Meta:
        ordering = ["position", "id"]


class QuestionEdition(models.Model):
    """What a question said from some moment on. It never changes: an attempt that has begun keeps the edition that it
    began with. `body`: the core's Question as JSON; `words`: as it is found by search."""

    question = models.ForeignKey(BankQuestion, on_delete=models.CASCADE, related_name="editions", db_index=False)
    edition = models.PositiveIntegerField()
    body = models.JSONField()
    words = models.TextField(blank=True)
    saved_at = models.DateTimeField()
    saved_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["question", "edition"], name="question_edition_once")]


class TaughtIn(models.Model):
    """Where a question's matter was taught: an item, or the second of its recording from which on."""

    question = models.ForeignKey(BankQuestion, on_delete=models.CASCADE, related_name="taught_in")
    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+")
    seconds = models.PositiveIntegerField(null=True)
    position = models.PositiveSmallIntegerField(default=0)

    class Meta:
        ordering = ["position", "id"]
        triggers = [raises_version(COURSE_OF_QUESTION)]
