"""What links do in the background and by the clock."""

from __future__ import annotations

from django.db import transaction
from django.db.models import Q
from procrastinate.contrib.django import app

from apps.courses.public import Course
from apps.links.actions.announce_access import announce_access
from apps.links.actions.fetch_state import due_again, fetch_state, tell_dates
from apps.links.actions.keep_report import put_off
from apps.links.actions.take_reports import take_reports
from apps.links.lti.keys import renew_key
from apps.links.lti.tokens import forget_used
from apps.links.models import LinkedSystem, Placement
from apps.links.queries import put_to_use

MANY = 100
"""Reports taken at one time, after which more are waited for."""


@app.task(name="links.take_reports", queueing_lock="links.take_reports")
def take() -> None:
    """Woken by what comes in (actions/keep_report.py)."""
    if take_reports() >= MANY:
        put_off()


@app.periodic(cron="* * * * *")
@app.task(name="links.take_left", queueing_lock="links.take_left")
def take_left(timestamp: int) -> None:
    """What came in while the other job was ending."""
    take_reports()


@app.task(name="links.fetch_of")
def fetch_of(system_id: int, course_id: int) -> None:
    """Ask one system for one course, because a person wants it."""
    system = LinkedSystem.objects.get(pk=system_id)
    fetch_state(system, Course.objects.select_related("term").get(pk=course_id))


@app.task(name="links.send_dates", retry=5)
def send_dates(system_id: int, course_id: int, item_id: int) -> None:
    """Tell a system our due moment of one item, in every section."""
    system = LinkedSystem.objects.get(pk=system_id)
    tell_dates(system, Course.objects.select_related("term").get(pk=course_id), item_id)


@app.periodic(cron="*/15 * * * *")
@app.task(name="links.fetch_all", queueing_lock="links.fetch_all")
def fetch_all(timestamp: int) -> None:
    """Ask every system that says what it holds, for every running course in which it has work. One that failed is asked
    again after a pause that grows."""
    for system, course in in_use():
        with transaction.atomic():
            due = due_again(system, course)
        if due:
            fetch_state(system, course)


@app.periodic(cron="* * * * *")
@app.task(name="links.fetch_again", queueing_lock="links.fetch_again")
def fetch_again(timestamp: int) -> None:
    """Those that failed, as soon as their pause is over."""
    for system, course in in_use(Q(freshness__failures__gt=0)):
        with transaction.atomic():
            due = due_again(system, course)
        if due:
            fetch_state(system, course)


def in_use(which: Q | None = None) -> list[tuple[LinkedSystem, Course]]:
    systems = LinkedSystem.objects.exclude(state_address="")
    if which is not None:
        systems = systems.filter(which).distinct()
    placed = Placement.objects.filter(put_to_use("item__course_id"), system__in=systems, item__removed=False)
    there = placed.filter(item__course__archived_at=None, item__course__removed_at=None)
    pairs = set(there.values_list("system_id", "item__course_id"))
    known = {s.pk: s for s in systems}
    courses = {c.pk: c for c in Course.objects.select_related("term").filter(pk__in={c for _, c in pairs})}
    return [(known[s], courses[c]) for s, c in sorted(pairs)]


@app.periodic(cron="7 * * * *")
@app.task(name="links.announce_access", queueing_lock="links.announce_access")
def announce(timestamp: int) -> None:
    """Whose access runs out in seven days, or in two."""
    announce_access()


@app.periodic(cron="23 * * * *")
@app.task(name="links.keep_house", queueing_lock="links.keep_house")
def keep_house(timestamp: int) -> None:
    """Keys are renewed in time, and what can't come again is forgotten."""
    renew_key()
    forget_used()
