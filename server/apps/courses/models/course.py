from datetime import time

from django.conf import settings
from django.db import models

from apps.courses.models.term import Term
from apps.courses.models.version import raises_version


class Course(models.Model):
    """`layout_version` changes with every change of the layout: a trigger sets it to the microsecond,
    which comes only once, so a layout that was read once can be kept under it.
    Students enter a course once it is opened. An archived one stays readable, and nothing is laid out or handed in
    any more. A removed one is there for administrators only, who bring it back. `turnaround_days`: within how many
    days work comes back; `answer_days`: within how many a question or a report is answered. `date_order`: how dates
    in figures are read in its texts."""

    slug = models.SlugField(max_length=60, unique=True)
    code = models.CharField(max_length=20)
    title = models.CharField(max_length=200)
    term = models.ForeignKey(Term, on_delete=models.PROTECT, null=True, related_name="courses")
    zone = models.CharField(max_length=64)
    credits = models.DecimalField(max_digits=4, decimal_places=1, default=0)
    default_due_time = models.TimeField(default=time(23, 59))
    date_order = models.CharField(
        max_length=12, default="month_first", choices=[(o, o) for o in ("month_first", "day_first")]
    )
    turnaround_days = models.PositiveSmallIntegerField(default=7)
    answer_days = models.PositiveSmallIntegerField(default=2)
    opened_at = models.DateTimeField(null=True)
    archived_at = models.DateTimeField(null=True)
    removed_at = models.DateTimeField(null=True)
    copied_from = models.ForeignKey("self", on_delete=models.SET_NULL, null=True, related_name="+")
    gives_certificate = models.BooleanField(default=False)
    layout_version = models.BigIntegerField(default=1)


class Section(models.Model):
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="sections")
    number = models.PositiveSmallIntegerField()
    name = models.CharField(max_length=60)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["course", "number"], name="section_number_once")]


class Enrolment(models.Model):
    """One person in a course; assistants have one for each section they are given.

    Layouts know the section of each student, so a change of it makes readers load them anew.
    """

    STUDENT, INSTRUCTOR, ASSISTANT = "student", "instructor", "assistant"

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="enrolments")
    section = models.ForeignKey(Section, on_delete=models.PROTECT, null=True, related_name="enrolments")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="enrolments")
    role = models.CharField(max_length=12, choices=[(r, r) for r in (STUDENT, INSTRUCTOR, ASSISTANT)])

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["course", "person", "section"], nulls_distinct=False, name="enrolled_once_a_section"
            ),
            models.UniqueConstraint(
                fields=["course", "person"], condition=models.Q(role="student"), name="student_in_one_section"
            ),
        ]
        triggers = [raises_version("COALESCE(NEW.course_id, OLD.course_id)")]


class Withdrawal(models.Model):
    """Who was in a course and is not any more. Their work stays, and is theirs again when they come back."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="withdrawals")
    section = models.ForeignKey(Section, on_delete=models.SET_NULL, null=True, related_name="+")
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    role = models.CharField(max_length=12)
    at = models.DateTimeField()

    class Meta:
        constraints = [
            models.UniqueConstraint(
                fields=["course", "person", "section", "role"], nulls_distinct=False, name="withdrawn_once_a_section"
            )
        ]
