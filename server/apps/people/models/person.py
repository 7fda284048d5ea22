from django.contrib.auth.models import AbstractUser
from django.contrib.postgres.fields import ArrayField
from django.db import models
from unvo_core.schedule.effort import DEFAULT_BUDGET_MINUTES


def default_budget() -> list[int]:
    return [DEFAULT_BUDGET_MINUTES] * 7


class Person(AbstractUser):
    """Someone who signs in. Sign-in names are kept in lower case.

    `administers`: keeps terms, courses and people of the whole place; that gives no way into a course's work.
    """

    first_name = None  # type: ignore[assignment]
    last_name = None  # type: ignore[assignment]
    name = models.CharField(max_length=150)
    sort_name = models.CharField(max_length=150)
    email = models.EmailField(unique=True)
    zone = models.CharField(max_length=64, blank=True)
    language = models.CharField(max_length=12, blank=True)
    administers = models.BooleanField(default=False)
    makes_courses = models.BooleanField(default=False)
    budget_minutes = ArrayField(models.PositiveSmallIntegerField(), size=7, default=default_budget)
    seen_today_at = models.DateTimeField(null=True)
    demo_part = models.CharField(max_length=120, blank=True)

    class Meta:
        ordering = ["sort_name", "id"]
        constraints = [
            models.CheckConstraint(
                condition=models.Q(username=models.functions.Lower("username")), name="person_username_lower"
            )
        ]

    def __str__(self) -> str:
        return self.name
