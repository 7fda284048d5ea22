"""SRV 110 of last spring, and its copy for the next term: stale dates, a ghost, prose with old dates."""

from __future__ import annotations

from datetime import date, datetime, timedelta
from decimal import Decimal

from apps.courses.models import Course, Enrolment, Term
from apps.gradebook.models import Category, GradedItem
from apps.kernel.actors import Actor
from apps.kernel.clock import now
from apps.layout.models import Item, ItemText, Module
from apps.people.models import Person
from apps.transfer.actions.copy_course import copy_course

from demo import srv110

WEEKS_AGO = 30


def make_spring(today: datetime, teacher: Person) -> Course:
    """Last spring's course, and the copy that waits to be re-dated."""
    course, _, layouter = srv110.make_course(
        today.date() - timedelta(weeks=WEEKS_AGO), "srv-110-spring", "Plane Surveying, last spring"
    )
    srv110.put_questions(course, layouter.items, teacher)
    Enrolment.objects.create(course=course, person=teacher, role=Enrolment.INSTRUCTOR)
    _date_by_hand(course, layouter.items["Project plan"])
    _write_news(course, layouter.items["Project plan"], layouter.items["Field book: areas"])
    copy = copy_course(Actor(teacher.pk, teacher.name), course, "Plane Surveying, next term", "SRV 110")
    _leave_a_ghost(copy)
    return course


def _date_by_hand(course: Course, item: Item) -> None:
    """One due date typed in as a date, which names no week and would stay behind."""
    wall = datetime.combine(_first_day(course) + timedelta(weeks=8, days=6), course.default_due_time)
    item.moments["due"] = {"on": "absolute", "wall": wall.strftime("%Y-%m-%dT%H:%M")}
    item.save(update_fields=["moments"])


def _first_day(course: Course) -> date:
    return Term.objects.get(courses=course).first_day


def _write_news(course: Course, plan: Item, areas: Item) -> None:
    """A page that says dates in words; all are right in last spring's term."""
    field_day = _first_day(course) + timedelta(weeks=10, days=4)
    due = _first_day(course) + timedelta(weeks=8, days=6)
    module = Module.objects.get(course=course, week=1)
    news = Item.objects.create(
        course=course,
        module=module,
        kind="page",
        title="News for the field weeks",
        position=5,
        published=True,
        effort_minutes=5,
        done_rule="opened",
    )
    link = f'<a href="/c/{course.slug}/item/{plan.pk}">Project plan</a>'
    ItemText.objects.create(
        item=news,
        edition=1,
        html=(
            f"<p>Hand in your {link} by {due:%A} {due.day} {due:%B}.</p>"
            f"<p>Bring boots on {field_day:%A} {field_day.day} {field_day:%B} {field_day.year}. We walk in any weather."
            f' What we measure goes into <a href="/c/{course.slug}/item/{areas.pk}">areas</a>.</p>'
        ),
        written_at=now(),
    )


def _leave_a_ghost(copy: Course) -> None:
    """An item that was taken off the path and still stands in the gradebook."""
    module = Module.objects.get(course=copy, week=2)
    gone = Item.objects.create(
        course=copy,
        module=module,
        kind="assignment",
        title="Quiz from the old book",
        position=900,
        published=True,
        points=Decimal(15),
        done_rule="handed_in",
        takes_hand_ins=True,
        removed=True,
    )
    category = Category.objects.get(course=copy, name="Checks")
    GradedItem.objects.create(course=copy, item=gone, category=category)
