from django.contrib.postgres.fields import ArrayField
from django.db import models


class Discussion(models.Model):
    """How people talk in an item. `sort`: what it is for. `readers`: who reads what is written, beside the teachers.
    `after_own`: posts of others are seen after one's own first. `groups`: those that talk among themselves; none for
    all of the course. `template`: what a reflection asks for, a heading each. What it asks of each person stands with
    the item."""

    DISCUSSION, INTRODUCTIONS, QUESTIONS, REFLECTION = "discussion", "introductions", "questions", "reflection"
    SORTS = (DISCUSSION, INTRODUCTIONS, QUESTIONS, REFLECTION)
    CLASS, SECTION, GROUP, TEACHERS = "class", "section", "group", "teachers"
    READERS = (CLASS, SECTION, GROUP, TEACHERS)

    item = models.OneToOneField("layout.Item", on_delete=models.CASCADE, related_name="+")
    sort = models.CharField(max_length=14, choices=[(s, s) for s in SORTS], default=DISCUSSION)
    readers = models.CharField(max_length=10, choices=[(r, r) for r in READERS], default=CLASS)
    after_own = models.BooleanField(default=False)
    groups = ArrayField(models.BigIntegerField(), default=list, blank=True)
    template = ArrayField(models.CharField(max_length=200), default=list, blank=True)
    hints = models.TextField(blank=True)
