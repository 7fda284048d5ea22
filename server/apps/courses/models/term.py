from django.db import models

from apps.courses.models.version import raises_versions


class Term(models.Model):
    """First and last day; weeks are counted from `first_week_number` (0 for a week 0).

    `shared`: one of the institution's, which administrators keep and courses choose; a course that changes it gets a
    copy of its own.
    """

    name = models.CharField(max_length=100)
    first_day = models.DateField()
    last_day = models.DateField()
    week_start = models.PositiveSmallIntegerField(default=0)
    first_week_number = models.PositiveSmallIntegerField(default=1)
    shared = models.BooleanField(default=False)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = [raises_versions("term_id = (COALESCE(NEW.id, OLD.id))")]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(last_day__gte=models.F("first_day")), name="term_ends_after_start"
            )
        ]

    @property
    def with_year(self) -> str:
        """'Autumn 2026', also when its name is 'Autumn': paper is found years later."""
        year = str(self.first_day.year)
        return self.name if year in self.name else f"{self.name} {year}"


class TermBreak(models.Model):
    term = models.ForeignKey(Term, on_delete=models.CASCADE, related_name="breaks")
    name = models.CharField(max_length=100)
    first_day = models.DateField()
    last_day = models.DateField()
    takes_week_number = models.BooleanField(default=False)
    removed = models.BooleanField(default=False)

    class Meta:
        triggers = [raises_versions("term_id = (COALESCE(NEW.term_id, OLD.term_id))")]
