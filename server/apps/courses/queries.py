"""Reads of courses and of who is in them."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from typing import Any

from django.contrib.postgres.expressions import ArraySubquery
from django.db import connection
from django.db.models import QuerySet
from django.db.models.functions import JSONObject
from django.utils.text import slugify

from apps.courses.models import Course, Enrolment
from apps.kernel.public import Refused, not_found

LONGEST_SLUG = 60
THERE = {"course__removed_at": None}
RUNNING = {**THERE, "course__archived_at": None}
"""For enrolments: in courses that go on. What is archived has nothing next, and nothing waits in it."""


def course_by_slug(slug: str) -> Course:
    found = Course.objects.select_related("term").filter(slug=slug, removed_at=None)[:1]
    for course in found:
        return course
    raise not_found("course")


def courses_with(ids: Collection[int]) -> dict[int, Course]:
    """By id, those that were removed too; one query."""
    return {course.pk: course for course in Course.objects.select_related("term").filter(pk__in=ids)}


def one_by_one() -> None:
    """Two who make a course of one code at one moment would both find the same address free."""
    with connection.cursor() as cursor:
        cursor.execute("SELECT pg_advisory_xact_lock(hashtext('courses_course.slug'))")


def free_slug(code: str, title: str) -> str:
    """An address that no course has or had; whoever else looks for one waits until this transaction has ended."""
    one_by_one()
    base = slugify(code)[: LONGEST_SLUG - 4] or slugify(title)[: LONGEST_SLUG - 4] or "course"
    taken = set(Course.objects.filter(slug__startswith=base).values_list("slug", flat=True))
    for n in range(1, 1000):
        slug = base if n == 1 else f"{base}-{n}"
        if slug not in taken:
            return slug
    raise Refused("course.too_many_copies")


def json_rows(found: Any, fields: tuple[str, ...]) -> ArraySubquery:
    """Rows of a subquery as a list of JSON objects, to read several small tables by one query."""
    return ArraySubquery(found.values(row=JSONObject(**{name: name for name in fields})))


def student_count(course: Course, section_ids: Sequence[int] | None = None) -> int:
    return int(students(course, section_ids).count())


def students(course: Course, section_ids: Sequence[int] | None = None) -> QuerySet[Enrolment]:
    found = Enrolment.objects.filter(course=course, role=Enrolment.STUDENT)
    return found if section_ids is None else found.filter(section_id__in=section_ids)


def instructors(course: Course) -> list[str]:
    """Names of those who lay the course out, in order."""
    rows = Enrolment.objects.filter(course=course, role=Enrolment.INSTRUCTOR).order_by("person__sort_name")
    return list(rows.values_list("person__name", flat=True))


def refuse_archived(course: Course) -> None:
    """Nothing is laid out, handed in or said in it any more."""
    if course.archived_at:
        raise Refused("course.archived", status=409)


def lock_course(course: Course) -> Course:
    """Layout changes of one course wait for each other; what is read after the wait is what the other left. One that is
    archived is refused.

    Two queries: a row that is joined to the locked one would still be that of before the wait.
    """
    refuse_archived(Course.objects.select_for_update().get(pk=course.pk))
    return Course.objects.select_related("term").get(pk=course.pk)
