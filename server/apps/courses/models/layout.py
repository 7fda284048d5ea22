from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.courses.models.course import Course
from apps.courses.models.search_triggers import TEXT_KEPT, TITLE_KEPT
from apps.courses.models.version import raises_version


class Module(models.Model):
    """A stretch of the course. `week` places it in the term; None in a course without dates.

    `conditions` of a module, a part or an item, as apps.courses.conditions reads them; {} for none.
    """

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="modules")
    title = models.CharField(max_length=200)
    week = models.PositiveSmallIntegerField(null=True)
    position = models.PositiveIntegerField()
    in_order = models.BooleanField(default=False)
    published = models.BooleanField(default=False)
    objectives = ArrayField(models.CharField(max_length=300), default=list, blank=True)
    conditions = models.JSONField(default=dict, blank=True)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = [raises_version("COALESCE(NEW.course_id, OLD.course_id)")]


class Part(models.Model):
    module = models.ForeignKey(Module, on_delete=models.CASCADE, related_name="parts")
    title = models.CharField(max_length=200)
    position = models.PositiveIntegerField()
    conditions = models.JSONField(default=dict, blank=True)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = [
            raises_version("SELECT course_id FROM courses_module WHERE id = COALESCE(NEW.module_id, OLD.module_id)")
        ]


class Item(models.Model):
    """One thing on the path. `moments`: name -> rule, as apps.courses.facts reads it.

    `done_parts`: the rules that 'any' or 'all' join, each {rule, percent}. `read_first`: items to look at
    before, that lock nothing. `length_seconds` of a recording, `pages` of slides: counted, or entered.
    `place`: where an exam or class is held. `stamped`: the item as its rhythm made it, to see later
    whether a hand has changed it.
    """

    PAGE, FILE, LINK, ASSIGNMENT, ACKNOWLEDGEMENT = "page", "file", "link", "assignment", "acknowledgement"
    VIDEO, AUDIO, SLIDES, OFFLINE, HEADING = "video", "audio", "slides", "offline", "heading"
    KINDS = (PAGE, FILE, LINK, ASSIGNMENT, ACKNOWLEDGEMENT, VIDEO, AUDIO, SLIDES, OFFLINE, HEADING)
    MEDIA = (VIDEO, AUDIO)
    HOLDS_A_FILE = (FILE, VIDEO, AUDIO, SLIDES)
    PLAIN_RULES = ("opened", "ticked", "handed_in", "acknowledged", "scored", "watched", "attended")
    DONE_RULES = (*PLAIN_RULES, "any", "all", "nothing")

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="items")
    module = models.ForeignKey(Module, on_delete=models.CASCADE, related_name="items")
    part = models.ForeignKey(Part, on_delete=models.PROTECT, null=True, related_name="items")
    kind = models.CharField(max_length=20, choices=[(k, k) for k in KINDS])
    title = models.CharField(max_length=200)
    position = models.PositiveIntegerField()
    required = models.BooleanField(default=True)
    published = models.BooleanField(default=False)
    practice = models.BooleanField(default=False)
    takes_hand_ins = models.BooleanField(default=False)
    effort_minutes = models.PositiveIntegerField(default=0)
    points = models.DecimalField(max_digits=7, decimal_places=2, null=True)
    done_rule = models.CharField(max_length=20, choices=[(r, r) for r in DONE_RULES])
    done_percent = models.DecimalField(max_digits=5, decimal_places=2, null=True)
    done_parts = models.JSONField(default=list, blank=True)
    moments = models.JSONField(default=dict, blank=True)
    conditions = models.JSONField(default=dict, blank=True)
    hint = models.CharField(max_length=300, blank=True)
    read_first = ArrayField(models.BigIntegerField(), default=list, blank=True)
    length_seconds = models.PositiveIntegerField(null=True)
    pages = models.PositiveIntegerField(null=True)
    address = models.URLField(max_length=1000, blank=True)
    file = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, null=True, related_name="+")
    asked_edition = models.PositiveIntegerField(default=1)
    place = models.CharField(max_length=120, blank=True)
    rhythm = models.ForeignKey("courses.Rhythm", on_delete=models.SET_NULL, null=True, related_name="items")
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
