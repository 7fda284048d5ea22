from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.db import models


class Entry(models.Model):
    """One thing on a shelf of the library.

    `steps`: how to sign up for an app or system, in order; who has been in `system` has taken the first `visit_steps`
    of them. `notes`: short facts by name, as the shelf has them: errata {reads, should}; equipment {where}; people
    {role, answers, hours, contact}.
    """

    TEXTBOOK, HANDOUTS, TOOLS, EQUIPMENT = "textbook", "handouts", "tools", "equipment"
    ERRATA, RECORDINGS, FAQ, PEOPLE = "errata", "recordings", "faq", "people"
    SHELVES = (PEOPLE, TEXTBOOK, HANDOUTS, TOOLS, EQUIPMENT, ERRATA, RECORDINGS, FAQ)

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    shelf = models.CharField(max_length=12, choices=[(s, s) for s in SHELVES])
    title = models.CharField(max_length=200)
    html = models.TextField(blank=True)
    address = models.URLField(max_length=1000, blank=True)
    file = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, null=True, related_name="+")
    steps = ArrayField(models.CharField(max_length=300), default=list, blank=True)
    system = models.ForeignKey("links.LinkedSystem", on_delete=models.SET_NULL, null=True, related_name="+")
    visit_steps = models.PositiveSmallIntegerField(default=0)
    notes = models.JSONField(default=dict, blank=True)
    position = models.PositiveIntegerField(default=0)
    published = models.BooleanField(default=True)
    removed = models.BooleanField(default=False)

    class Meta:
        indexes = [models.Index(fields=["course"], name="entry_live", condition=models.Q(removed=False))]


class StepDone(models.Model):
    """A step of signing up that somebody has taken."""

    entry = models.ForeignKey(Entry, on_delete=models.CASCADE, related_name="steps_done")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    step = models.PositiveSmallIntegerField()
    at = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["entry", "person", "step"], name="step_done_once")]
