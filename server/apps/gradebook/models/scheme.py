import pghistory
from django.db import models

from apps.courses.public import raises_version

# A change of how a course grades makes readers load its setup anew, like a change of its layout.
VERSIONED = [raises_version("COALESCE(NEW.course_id, OLD.course_id)")]


@pghistory.track()
class GradingScheme(models.Model):
    """How a course computes: bands as [name, lower bound], rounding, what missing work counts."""

    MISSING = ("zero", "percent", "blank")

    course = models.OneToOneField("courses.Course", on_delete=models.CASCADE, related_name="+")
    bands = models.JSONField(default=list)
    decimals = models.PositiveSmallIntegerField(default=1)
    letters_on_rounded = models.BooleanField(default=True)
    missing = models.CharField(max_length=10, choices=[(m, m) for m in MISSING], default="zero")
    missing_percent = models.DecimalField(max_digits=5, decimal_places=2, default=0)

    class Meta:
        triggers = VERSIONED


@pghistory.track()
class Category(models.Model):
    """`weight` in percent; null in every category of a course that adds points. `removed`: nothing counts in it."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=100)
    weight = models.DecimalField(max_digits=6, decimal_places=3, null=True)
    position = models.PositiveIntegerField()
    drop_lowest = models.PositiveSmallIntegerField(default=0)
    drop_highest = models.PositiveSmallIntegerField(default=0)
    equal_items = models.BooleanField(default=False)
    extra_credit = models.BooleanField(default=False)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = VERSIONED


@pghistory.track()
class LateRule(models.Model):
    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=100)
    percent = models.DecimalField(max_digits=5, decimal_places=2)
    per = models.CharField(max_length=4, choices=[("hour", "hour"), ("day", "day")], default="day")
    grace_minutes = models.PositiveIntegerField(default=0)
    floor_percent = models.DecimalField(max_digits=5, decimal_places=2, default=0)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = VERSIONED


@pghistory.track()
class ConversionTable(models.Model):
    """From raw points to a recorded percentage. `rows`: [points, percent] as text, points rising. `category`, `group`:
    for what counts there, for whom; null: for all. `from_week`, `until_week`: of what is due in these weeks;
    `from_day`, `until_day`: on these days."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    name = models.CharField(max_length=100)
    rows = models.JSONField(default=list)
    category = models.ForeignKey(Category, on_delete=models.PROTECT, null=True, related_name="+")
    group = models.ForeignKey("courses.Group", on_delete=models.PROTECT, null=True, related_name="+")
    from_week = models.PositiveSmallIntegerField(null=True)
    until_week = models.PositiveSmallIntegerField(null=True)
    from_day = models.DateField(null=True)
    until_day = models.DateField(null=True)
    position = models.PositiveIntegerField(default=0)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = VERSIONED


@pghistory.track()
class GradedItem(models.Model):
    """An item in the gradebook. `hold`: its scores wait until they are released for all at once. `anonymous`: whose
    work it is is not said to those who score it before its score is out. `two_graders`: two of
    them score each work, neither seeing what the other gave. `removed`: taken out, and put back with its item or its
    first score."""

    COUNTING = ("best", "latest", "first", "mean")

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    item = models.OneToOneField("layout.Item", on_delete=models.CASCADE, related_name="+")
    category = models.ForeignKey(Category, on_delete=models.PROTECT, null=True, related_name="graded_items")
    late_rule = models.ForeignKey(LateRule, on_delete=models.PROTECT, null=True, related_name="+")
    counting = models.CharField(max_length=8, choices=[(c, c) for c in COUNTING], default="latest")
    rubric = models.ForeignKey("gradebook.Rubric", on_delete=models.PROTECT, null=True, related_name="graded_items")
    extra_credit = models.BooleanField(default=False)
    never_dropped = models.BooleanField(default=False)
    hold = models.BooleanField(default=False)
    anonymous = models.BooleanField(default=False)
    two_graders = models.BooleanField(default=False)
    released_at = models.DateTimeField(null=True)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = VERSIONED
