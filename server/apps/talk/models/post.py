from django.conf import settings
from django.contrib.postgres.indexes import GinIndex
from django.contrib.postgres.search import SearchVector, SearchVectorField
from django.db import models

CONFIG = "english"


class Post(models.Model):
    """What somebody wrote: a post, or a reply where it `answers` another. `root`: the post at the head of its thread.

    `group` and `section`: the room in which it was said, where those talk among themselves. `text`: its plain words.
    `shown`: pictures and recordings in it. `gone_at`: taken back by its author, or hidden by `gone_by` for a reason.
    `closed_at`, of the head of a thread: nobody replies there any more. `accepted`: the answer of an open question.
    """

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+", db_index=False)
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    group = models.ForeignKey("courses.Group", on_delete=models.SET_NULL, null=True, related_name="+")
    section = models.ForeignKey("courses.Section", on_delete=models.SET_NULL, null=True, related_name="+")
    answers = models.ForeignKey("self", on_delete=models.CASCADE, null=True, related_name="replies")
    root = models.ForeignKey("self", on_delete=models.CASCADE, null=True, related_name="thread")
    html = models.TextField()
    text = models.TextField()
    words = models.PositiveIntegerField()
    shown = models.PositiveSmallIntegerField(default=0)
    at = models.DateTimeField()
    edition = models.PositiveIntegerField(default=1)
    edited_at = models.DateTimeField(null=True)
    gone_at = models.DateTimeField(null=True)
    gone_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    why = models.CharField(max_length=500, blank=True)
    closed_at = models.DateTimeField(null=True)
    closed_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    closed_why = models.CharField(max_length=500, blank=True)
    accepted = models.BooleanField(default=False)
    vector = models.GeneratedField(
        expression=SearchVector("text", config=CONFIG), output_field=SearchVectorField(), db_persist=True
    )

    class Meta:
        indexes = [
            models.Index(fields=["item", "at"], name="post_in_time"),
            models.Index(fields=["item", "author"], name="post_by_author"),
            GinIndex(fields=["vector"], name="post_vector"),
        ]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(answers__isnull=True, root__isnull=True)
                | models.Q(answers__isnull=False, root__isnull=False),
                name="reply_has_root",
            )
        ]


class PostEdition(models.Model):
    """A post as it stood before it was changed."""

    post = models.ForeignKey(Post, on_delete=models.CASCADE, related_name="editions")
    edition = models.PositiveIntegerField()
    html = models.TextField()
    words = models.PositiveIntegerField()
    shown = models.PositiveSmallIntegerField()
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["post", "edition"], name="post_edition_once")]


class PostDraft(models.Model):
    """What somebody is writing: a post, or a reply to `answers`. `edition` counts how often it was kept."""

    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    answers = models.ForeignKey(Post, on_delete=models.CASCADE, null=True, related_name="+")
    html = models.TextField()
    edition = models.PositiveIntegerField(default=1)
    saved_at = models.DateTimeField()

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["item", "person", "answers"], nulls_distinct=False, name="one_draft_an_answer"
            )
        ]


class SameQuestion(models.Model):
    """'I have the same question'."""

    post = models.ForeignKey(Post, on_delete=models.CASCADE, related_name="same")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["post", "person"], name="same_question_once")]


class PostReport(models.Model):
    """Somebody finds that a post should not stand there. Teachers settle it."""

    post = models.ForeignKey(Post, on_delete=models.CASCADE, related_name="reports")
    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    why = models.CharField(max_length=500)
    at = models.DateTimeField()
    settled_at = models.DateTimeField(null=True)
    settled_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["post", "person"], name="reported_once")]
