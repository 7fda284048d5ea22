from django.conf import settings
from django.contrib.postgres.indexes import GinIndex
from django.contrib.postgres.search import SearchVector, SearchVectorField
from django.db import models

CONFIG = "english"


class Question(models.Model):
    """What somebody asks the people who teach a course, with what it is about.

    `context`: how the asker stood with its item when they asked, frozen. `open_to_class`: others of the course may find
    it, without the asker's name. `section`: the asker's, by which it reaches assistants. `assignee`: whom it was handed
    on to. `waits_since`: since when an answer is wanted; null for what is settled. `answered_at`: the first answer;
    `published`: the entry of the library that was made of it. `regrade`: it asks for a score to be given anew.
    """

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    asker = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    section = models.ForeignKey("courses.Section", on_delete=models.SET_NULL, null=True, related_name="+")
    item = models.ForeignKey("layout.Item", on_delete=models.SET_NULL, null=True, related_name="+")
    about = models.CharField(max_length=10)
    context = models.JSONField(default=dict)
    html = models.TextField()
    text = models.TextField()
    open_to_class = models.BooleanField(default=False)
    regrade = models.BooleanField(default=False)
    assignee = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+")
    at = models.DateTimeField()
    waits_since = models.DateTimeField(null=True)
    answered_at = models.DateTimeField(null=True)
    published = models.BigIntegerField(null=True)
    vector = models.GeneratedField(
        expression=SearchVector("text", config=CONFIG), output_field=SearchVectorField(), db_persist=True
    )

    class Meta:
        indexes = [
            models.Index(fields=["course", "at"], name="question_in_time"),
            models.Index(fields=["course"], name="question_waits", condition=models.Q(waits_since__isnull=False)),
            GinIndex(fields=["vector"], name="question_vector"),
        ]


class QuestionLine(models.Model):
    """What was said to a question: an answer of a teacher, or more from its asker. `ruling`: with an answer to who asks
    for another score, {code, before, after}, points as text; `code` is changed or stays."""

    question = models.ForeignKey(Question, on_delete=models.CASCADE, related_name="lines")
    author = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    answer = models.BooleanField()
    ruling = models.JSONField(null=True)
    html = models.TextField()
    text = models.TextField()
    at = models.DateTimeField()


class QuestionToo(models.Model):
    """'Me too': they are told of the answer."""

    question = models.ForeignKey(Question, on_delete=models.CASCADE, related_name="too")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["question", "person"], name="asked_too_once")]
