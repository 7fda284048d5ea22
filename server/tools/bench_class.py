"""The roster, a module's progress and the desk of a class of 2,000, in process: each with its bar in seconds."""

from __future__ import annotations

import time
from collections.abc import Callable
from copy import copy
from dataclasses import replace
from datetime import datetime
from decimal import Decimal
from typing import TYPE_CHECKING

from tools.measuring import CLOCK

if TYPE_CHECKING:
    from apps.courses.models import Course
    from apps.gradebook.setup import Setup

STUDENTS = 2_000


def measured() -> bool:
    """Prints each; true when all keep their bars."""
    from apps.courses.memberships import membership
    from apps.courses.models import Course
    from apps.courses.public import students
    from apps.kernel.actors import Actor
    from apps.layout.public import layout
    from apps.path.readers import Reader
    from apps.people.models import Person
    from apps.screens.class_totals import effect_of
    from apps.screens.desk.page import desk, drifting
    from apps.screens.gradebook.cells import rows_of
    from apps.screens.gradebook.page import book
    from apps.screens.roster.page import module_progress, roster

    _enrol_more("srv-110", "rosalind.tarrow")
    teacher, now = Person.objects.get(username="ines.varga-oduya"), datetime.fromisoformat(CLOCK)
    course = Course.objects.select_related("term").get(slug="srv-110")
    reader = Reader(teacher.pk, membership(Actor(teacher.pk, ""), course), teacher.budget_minutes, now)
    module = course.modules.get(week=7)
    block = list(students(course).order_by("-person_id").values_list("person_id", flat=True)[:50])
    figures = (
        ("roster at first sight", 1.5, lambda: len(roster(course, reader).students)),
        ("roster once kept", 1.0, lambda: len(roster(course, reader).students)),
        ("progress in one module", 1.5, lambda: len(module_progress(course, module.pk, reader).rows)),
        ("who falls behind in it, for the desk", 0.5, lambda: len(drifting(teacher, now).rows)),
        ("desk over it, at first sight", 1.5, lambda: len(desk(teacher, now).rows)),
        ("desk over it, once kept", 0.5, lambda: len(desk(teacher, now).rows)),
        ("gradebook without its cells", 1.5, lambda: len(book(course, reader.member, now).people)),
        ("50 students of it, at first sight", 0.5, lambda: len(rows_of(course, block, now))),
        ("50 students of it, once kept", 0.1, lambda: len(rows_of(course, block, now))),
        ("whom other weights would move", 3.0, lambda: effect_of(course, _other_weights(course), now).students),
    )
    layout(course)
    fine = True
    for what, bar, run in figures:
        took, found = _timed(run)
        fine = fine and took <= bar
        print(f"{what}: {took:.2f} s, {found} rows, bar {bar} s")
    return fine


def _other_weights(course: Course) -> Setup:
    from apps.gradebook.public import setup_of

    kept = setup_of(course)
    categories = [copy(category) for category in kept.categories]
    for n, category in enumerate(categories):
        category.weight = Decimal(n + 1)
    return replace(kept, categories=tuple(categories))


def _enrol_more(slug: str, like: str) -> None:
    """Students who did what one of the demo's did, scores included; the database knows that they are there, as that of
    a running server does."""
    from apps.courses.models import Course, Enrolment
    from apps.gradebook.models import Cell, Score
    from apps.path.models import Fact
    from apps.people.models import Person
    from django.db import connection

    course = Course.objects.get(slug=slug)
    people = Person.objects.bulk_create(
        Person(username=f"extra{n}", email=f"extra{n}@ostrell.example", name=f"Extra {n}", sort_name=f"Extra {n:04d}")
        for n in range(STUDENTS)
    )
    Enrolment.objects.bulk_create(Enrolment(course=course, person=p, role="student") for p in people)
    facts = list(Fact.objects.filter(course=course, person__username=like))
    scores = list(Score.objects.filter(cell__graded_item__course=course, cell__person__username=like))
    cells = {s.cell_id: s.cell for s in scores}
    for person in people:
        for fact in facts:
            fact.pk, fact.person = None, person
        Fact.objects.bulk_create(facts)
        own = {pk: Cell(graded_item_id=c.graded_item_id, person=person, excused=c.excused) for pk, c in cells.items()}
        Cell.objects.bulk_create(own.values())
        copies = [Score(cell=own[s.cell_id], attempt=s.attempt, raw=s.raw, graded_at=s.graded_at) for s in scores]
        for made, score in zip(copies, scores, strict=True):
            made.handed_in_at, made.released_at = score.handed_in_at, score.released_at
        Score.objects.bulk_create(copies)
    with connection.cursor() as cursor:
        cursor.execute("ANALYZE")


def _timed(run: Callable[[], int]) -> tuple[float, int]:
    start = time.perf_counter()
    found = run()
    return time.perf_counter() - start, found
