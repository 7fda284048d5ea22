from django.conf import settings
from django.contrib.postgres.indexes import GinIndex
from django.contrib.postgres.search import SearchVector, SearchVectorField
from django.db import models

from apps.messages.models.question import CONFIG


class WritingRule(models.Model):
    """Whom students of a course may write to besides those who teach it; without a row, their group."""

    NOBODY, GROUP, CLASS = "nobody", "group", "class"
    CLASSMATES = (NOBODY, GROUP, CLASS)
    course = models.OneToOneField("courses.Course", on_delete=models.CASCADE, related_name="+")
    classmates = models.CharField(max_length=8, choices=[(c, c) for c in ("nobody", "group", "class")], default=GROUP)


class Thread(models.Model):
    """What two sides write to each other in a course: `one` and the people who teach it, or `one` and `other`, of whom
    `one` has the smaller key. `section`: of a student with the team, by which it reaches assistants.
    `last`: the message that was written in it last."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    one = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    other = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, null=True, related_name="+")
    section = models.ForeignKey("courses.Section", on_delete=models.SET_NULL, null=True, related_name="+")
    last = models.ForeignKey("Message", on_delete=models.SET_NULL, null=True, related_name="+")

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["course", "one", "other"], name="thread_of_two_once", nulls_distinct=False)
        ]
        indexes = [models.Index(fields=["course", "-last"], name="thread_in_time")]


class Message(models.Model):
    """`context`: what it is about, as its writer had it before them, such as the filter of the roster."""

    thread = models.ForeignKey(Thread, on_delete=models.CASCADE, related_name="messages")
    sender = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    html = models.TextField()
    text = models.TextField()
    context = models.CharField(max_length=200, blank=True)
    at = models.DateTimeField()
    vector = models.GeneratedField(
        expression=SearchVector("text", config=CONFIG), output_field=SearchVectorField(), db_persist=True
    )

    class Meta:
        indexes = [
            models.Index(fields=["thread", "-id"], name="message_of_thread"),
            GinIndex(fields=["vector"], name="message_vector"),
        ]


class ThreadRead(models.Model):
    """Up to which message somebody has read a thread."""

    thread = models.ForeignKey(Thread, on_delete=models.CASCADE, related_name="reads")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    upto = models.BigIntegerField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["thread", "person"], name="thread_read_once")]
