from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.courses.public import Course, raises_version
from apps.layout.models.module import Module, Part
from apps.layout.models.search_triggers import TEXT_KEPT, TITLE_KEPT


class Item(models.Model):
    """One thing on the path. `kind` and `done_rule`: codes of apps.layout.kinds. `moments`: name -> rule, as
    apps.layout.reading.rules reads it.

    `done_parts`: the rules that 'any' or 'all' join, each {rule, percent}. `read_first`: items to look at
    before, that lock nothing. `length_seconds` of a recording, `pages` of slides: counted, or entered.
    `place`: where an exam or class is held. `wants`: what it asks of each person, as
    apps.layout.reading.wants reads it; null for what its kind usually asks. `stamped`: the item as its
    rhythm made it, to see later whether a hand has changed it.
    """

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="items")
    module = models.ForeignKey(Module, on_delete=models.CASCADE, related_name="items")
    part = models.ForeignKey(Part, on_delete=models.PROTECT, null=True, related_name="items")
    kind = models.CharField(max_length=20)
    title = models.CharField(max_length=200)
    position = models.PositiveIntegerField()
    required = models.BooleanField(default=True)
    published = models.BooleanField(default=False)
    practice = models.BooleanField(default=False)
    takes_hand_ins = models.BooleanField(default=False)
    effort_minutes = models.PositiveIntegerField(default=0)
    points = models.DecimalField(max_digits=7, decimal_places=2, null=True)
    done_rule = models.CharField(max_length=20)
    done_percent = models.DecimalField(max_digits=5, decimal_places=2, null=True)
    done_parts = models.JSONField(default=list, blank=True)
    moments = models.JSONField(default=dict, blank=True)
    conditions = models.JSONField(default=dict, blank=True)
    wants = models.JSONField(null=True)
    hint = models.CharField(max_length=300, blank=True)
    read_first = ArrayField(models.BigIntegerField(), default=list, blank=True)
    length_seconds = models.PositiveIntegerField(null=True)
    pages = models.PositiveIntegerField(null=True)
    address = models.URLField(max_length=1000, blank=True)
    file = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, null=True, related_name="+")
    asked_edition = models.PositiveIntegerField(default=1)
    place = models.CharField(max_length=120, blank=True)
    rhythm = models.ForeignKey("layout.Rhythm", on_delete=models.SET_NULL, null=True, related_name="items")
    beat = models.CharField(max_length=40, blank=True)
    step = models.CharField(max_length=40, blank=True)
    stamped = models.JSONField(null=True)
    copied_from = models.BigIntegerField(null=True)
    removed = models.BooleanField(default=False)

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["rhythm", "beat", "step"], condition=models.Q(rhythm__isnull=False), name="stamped_once"
            )
        ]
        indexes = [models.Index(fields=["course"], name="item_live", condition=models.Q(removed=False))]
        triggers = [raises_version("COALESCE(NEW.course_id, OLD.course_id)"), TITLE_KEPT]


class ItemFile(models.Model):
    """A file that goes with an item: to take along (resource), or a recording's captions."""

    RESOURCE, CAPTIONS = "resource", "captions"
    ROLES = (RESOURCE, CAPTIONS)

    item = models.ForeignKey(Item, on_delete=models.CASCADE, related_name="files")
    file = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, related_name="+")
    role = models.CharField(max_length=10, choices=[(r, r) for r in ROLES])
    label = models.CharField(max_length=100, blank=True)
    language = models.CharField(max_length=20, blank=True)
    position = models.PositiveIntegerField(default=0)
    removed = models.BooleanField(default=False)


class ItemText(models.Model):
    """One edition of an item's text; the highest is the present one."""

    item = models.ForeignKey(Item, on_delete=models.CASCADE, related_name="texts")
    edition = models.PositiveIntegerField()
    html = models.TextField()
    written_at = models.DateTimeField()
    written_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["item", "edition"], name="edition_once")]
        triggers = [TEXT_KEPT]
