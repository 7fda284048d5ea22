import pgtrigger
from django.conf import settings
from django.db import models

FROZEN = [pgtrigger.Protect(name="frozen", operation=pgtrigger.Update)]


class OfficialGrades(models.Model):
    """Grades as they stood for the record, of a section, or of the whole course, for a reporting period. Nothing
    changes them; a later correction is another one."""

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+")
    section = models.ForeignKey(
        "courses.Section", on_delete=models.DO_NOTHING, null=True, related_name="+", db_constraint=False
    )
    section_name = models.CharField(max_length=60, blank=True)
    period = models.CharField(max_length=100)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")

    class Meta:
        triggers = FROZEN
        indexes = [models.Index(fields=["course", "-at"], name="official_in_time")]


class OfficialGrade(models.Model):
    """One student's: `total` as it was shown, in percent, and the letter; both empty where nothing counted yet."""

    official = models.ForeignKey(OfficialGrades, on_delete=models.CASCADE, related_name="grades", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, related_name="+")
    name = models.CharField(max_length=150)
    sign_in = models.CharField(max_length=150)
    section = models.CharField(max_length=60, blank=True)
    total = models.CharField(max_length=20, blank=True)
    band = models.CharField(max_length=40, blank=True)

    class Meta:
        triggers = FROZEN
        constraints = [models.UniqueConstraint(fields=["official", "person"], name="official_grade_once")]
