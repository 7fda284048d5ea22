"""The sets of SRV 110 as work of the stand-in homework system, with what it reported of the class; a second system that
has been silent since yesterday."""

from __future__ import annotations

from datetime import datetime, time, timedelta
from zoneinfo import ZoneInfo

from apps.assignments.models import Brief, HandIn
from apps.courses.models import Course, Enrolment
from apps.gradebook.models import Score
from apps.layout.models import Item
from apps.layout.queries import layout
from apps.library.models import Entry
from apps.links.actions.fetch_state import contexts_of
from apps.links.line_items import line_item_of
from apps.links.lti import names
from apps.links.models import (
    Deployment,
    Freshness,
    Known,
    KnownIn,
    LineItem,
    LinkedSystem,
    Placement,
    Reported,
    StatedDue,
    SystemAccess,
)
from apps.path.models import Fact
from apps.people.models import Person

NAME, CLIENT, DEPLOYMENT = "Plumb Line problem sets", "plumb-line", "ostrell"
SILENT, SILENT_AT = "Bench Mark checks", "https://benchmark.ostrell.example"
PROJECT = ("Set 14A", "Set 14B")
"""Worked in the other system."""
DIFFERS = "Set 8B"
"""The system says another due moment of it."""
FIRST_VISIT = timedelta(days=43)
"""So long ago the class went to the homework system first: in week 1."""
TRIAL_OF = "caspian.holt"
"""Whose trial ends on Friday."""


def link_sets(course: Course, at: str, now: datetime) -> None:
    """`at`: where the stand-in is reached."""
    plumb = _system(NAME, CLIENT, at, now)
    bench = _system(SILENT, "bench-mark", SILENT_AT, now)
    students = [e.person for e in Enrolment.objects.filter(course=course, role="student").select_related("person")]
    for system in (plumb, bench):
        Known.objects.bulk_create(Known(system=system, person=p) for p in students)
    for item in Item.objects.filter(course=course, title__startswith="Set ", removed=False).order_by("pk"):
        key = item.title[4:].partition(":")[0].lower()
        system = bench if item.title.startswith(PROJECT) else plumb
        _link(item, system, key, at if system is plumb else SILENT_AT)
    course.refresh_from_db()
    laid = layout(course)
    for placement in Placement.objects.filter(item__course=course).select_related("item", "system"):
        _report(line_item_of(course, placement, laid.items[placement.item_id]), placement.item_id)
    _differ(course, now)
    _access(course, plumb, students, now)
    KnownIn.objects.bulk_create(
        KnownIn(
            known=known,
            course=course,
            section_id=laid.sections.get(known.person_id),
            first_at=now - FIRST_VISIT,
            last_at=now,
        )
        for known in Known.objects.filter(system=plumb)
    )
    Entry.objects.filter(course=course, title="Homework system").update(system=plumb)
    _freshness(course, plumb, now - timedelta(minutes=18))
    _freshness(course, bench, now - timedelta(hours=26))


def _system(name: str, client: str, at: str, now: datetime) -> LinkedSystem:
    system = LinkedSystem.objects.create(
        client_id=client,
        name=name,
        login_address=f"{at}/login",
        launch_address=f"{at}/launch",
        redirects=[f"{at}/launch"],
        keys_address=f"{at}/keys",
        picking_address=f"{at}/launch",
        state_address=f"{at}/state" if client == CLIENT else "",
        custom={"due": "$ResourceLink.submission.endDateTime", "most": "$LineItem.resultValue.max"},
        scopes=list(names.SCOPES),
        sends_name=True,
        made_at=now - timedelta(weeks=8),
    )
    Deployment.objects.create(system=system, code=DEPLOYMENT)
    return system


def _link(item: Item, system: LinkedSystem, key: str, at: str) -> None:
    """What was handed in here is work there; facts and scores stay."""
    Brief.objects.filter(item=item).delete()
    HandIn.objects.filter(item=item).delete()
    Fact.objects.filter(item=item).update(detail={})
    item.kind = "linked"
    item.save(update_fields=["kind"])
    Placement.objects.create(
        item=item, system=system, address=f"{at}/launch?set={key}", custom={"set": key}, resource_id=key
    )


def _report(line: LineItem, item_id: int) -> None:
    """A report for every score, and for everybody who has begun."""
    Score.objects.filter(cell__graded_item__item_id=item_id).update(graded_by=None)
    scores = Score.objects.filter(cell__graded_item__item_id=item_id, attempt=1).select_related("cell")
    rows: dict[int, Reported] = {}
    for fact in Fact.objects.filter(item_id=item_id, kind__in=(Fact.STARTED, Fact.HANDED_IN)).order_by("kind"):
        handed_in = fact.kind == Fact.HANDED_IN
        rows[fact.person_id] = rows.get(fact.person_id) or _row(line, fact.person_id, fact.at, handed_in)
    for score in scores:
        row = _row(line, score.cell.person_id, score.handed_in_at or score.graded_at, True)
        row.grading, row.given, row.most = "FullyGraded", score.raw, line.most
        rows[score.cell.person_id] = row
    Reported.objects.bulk_create(rows.values())


def _row(line: LineItem, person_id: int, at: datetime, handed_in: bool) -> Reported:
    return Reported(
        line_item=line,
        person_id=person_id,
        at=at,
        activity="Completed" if handed_in else "InProgress",
        grading="PendingManual" if handed_in else "Pending",
        submitted_at=at if handed_in else None,
        received_at=at + timedelta(minutes=1),
        taken_at=at + timedelta(minutes=1),
    )


def _differ(course: Course, now: datetime) -> None:
    placement = Placement.objects.get(item__course=course, item__title__startswith=DIFFERS)
    due = layout(course).items[placement.item_id].span.due
    if due is not None:
        StatedDue.objects.bulk_create(
            StatedDue(item=placement.item, section=section, due=due - timedelta(days=2), at=now - timedelta(hours=3))
            for section in contexts_of(course)
        )


def _access(course: Course, system: LinkedSystem, students: list[Person], now: datetime) -> None:
    """Paid to the end of the year but for one, whose trial ends on Friday."""
    zone = ZoneInfo(course.zone)
    today = now.astimezone(zone).date()
    friday = today + timedelta(days=(4 - today.weekday()) % 7)
    last = course.term.last_day if course.term is not None else today + timedelta(weeks=12)
    for person in students:
        trial = person.username == TRIAL_OF
        day = friday if trial else last + timedelta(days=30)
        until = datetime.combine(day, time(23, 59), zone)
        SystemAccess.objects.create(
            system=system,
            course=course,
            person=person,
            kind="trial" if trial else "paid",
            until=until,
            said_by=SystemAccess.SYSTEM,
            said_at=now - timedelta(days=12 if trial else 40),
            told={"kind": "trial" if trial else "paid", "until": until.isoformat()},
        )


def _freshness(course: Course, system: LinkedSystem, heard: datetime) -> None:
    hour = heard.replace(minute=0, second=0, microsecond=0)
    hours = [(hour - timedelta(hours=n)).isoformat() for n in range(30, -1, -1)]
    Freshness.objects.create(system=system, course=course, heard_at=heard, hours=hours)


def move_homework(at: str) -> None:
    """The stand-in is reached at another port than when the demo was laid out."""
    for system in LinkedSystem.objects.filter(client_id=CLIENT).exclude(login_address=f"{at}/login"):
        system.login_address, system.launch_address = f"{at}/login", f"{at}/launch"
        system.redirects, system.keys_address = [f"{at}/launch"], f"{at}/keys"
        system.picking_address, system.state_address = f"{at}/launch", f"{at}/state"
        system.kept_keys, system.keys_at = None, None
        system.save()
        for placement in Placement.objects.filter(system=system):
            placement.address = f"{at}/launch?set={placement.custom['set']}" if "set" in placement.custom else ""
            placement.save(update_fields=["address"])
