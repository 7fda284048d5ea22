"""Ask a system what it holds (docs/links.md): its scores, its dates, who has access, and in which section it has whom.

What is newer is taken as if it had been sent. What differs at the same time is kept beside what we hold, for a person
to settle. A system that does not answer is asked again, with longer and longer pauses.
"""

from __future__ import annotations

from collections.abc import Mapping
from datetime import datetime
from typing import Any
from urllib.parse import urlencode

from django.db import transaction
from unvo_core.links.access import Kind
from unvo_core.links.hearing import next_try
from unvo_core.links.reports import is_newer, moment_of, read_report
from unvo_core.problems import Problem

from apps.courses.public import Course, Section, students
from apps.kernel.public import now
from apps.layout.public import layout
from apps.links.actions.hear import fail, freshness, hear
from apps.links.actions.hear_dates import hear_dates
from apps.links.actions.keep_report import decimal_of, keep_report
from apps.links.actions.say_access import keep_access
from apps.links.actions.take_reports import take_reports
from apps.links.fetching import NotFetched, fetch_json
from apps.links.keys import key_of
from apps.links.lti.messages import actor_of_system, iso, service_base
from apps.links.lti.tokens import signed
from apps.links.models import KnownIn, LineItem, LinkedSystem, Reported, SystemAccess
from apps.links.people import subject_of
from apps.links.queries import context_key, deployment_of, known_as
from apps.links.sections import layout_of


def fetch_state(system: LinkedSystem, course: Course) -> bool:
    """Whether the system answered. Called by jobs; what one context told is kept even when the next one fails."""
    if not system.state_address or system.off or deployment_of(system, course) is None:
        return False
    try:
        for section in contexts_of(course):
            told = ask(system, course, section)
            with transaction.atomic():
                _take(system, course, section, told)
    except NotFetched as error:
        with transaction.atomic():
            fail(system, course, error.code)
        return False
    take_reports()
    with transaction.atomic():
        hear(system.pk, course)
        row = freshness(system.pk, course)
        row.fetched_at, row.asked_at = now(), None
        row.save(update_fields=["fetched_at", "asked_at"])
    return True


def contexts_of(course: Course) -> list[Section | None]:
    """Its sections, or the course itself where it has none."""
    found: list[Section | None] = list(course.sections.order_by("number"))
    return found or [None]


def due_again(system: LinkedSystem, course: Course) -> bool:
    """Whether a failed one may be asked once more by now."""
    row = freshness(system.pk, course)
    return row.failed_at is None or next_try(row.failures, row.failed_at) <= now()


def ask(system: LinkedSystem, course: Course, section: Section | None, body: Any = None) -> Mapping[str, Any]:
    """One context's state, asked in our name: with a token that we sign for this address. With `body`, what the
    system is to take over from us. Raises NotFetched."""
    query = urlencode({"context": context_key(course, section)})
    joint = "&" if "?" in system.state_address else "?"
    token = signed({"aud": system.state_address, "sub": system.client_id})
    told = fetch_json(
        f"{system.state_address}{joint}{query}",
        method="GET" if body is None else "POST",
        headers={"Authorization": f"Bearer {token}"},
        body=body,
    )
    if not isinstance(told, Mapping):
        raise NotFetched("unreadable")
    return told


def tell_dates(system: LinkedSystem, course: Course, item_id: int) -> None:
    """Our due moment of an item, each section's own. Raises NotFetched."""
    line = LineItem.objects.filter(item_id=item_id).first()
    if line is None or item_id not in layout(course).items:
        return
    for section in contexts_of(course):
        item = layout_of(course, section).items[item_id]
        if item.span.due is None:
            continue
        base = f"{service_base(course, section)}/line-items"
        told = {"id": f"{base}/{line.key}", "endDateTime": iso(course, item.span.due)}
        ask(system, course, section, {"lineItems": [told]})


def _take(system: LinkedSystem, course: Course, section: Section | None, told: Mapping[str, Any]) -> None:
    here = set(students(course).values_list("person_id", flat=True))
    for line in _list(told, "lineItems"):
        row = _line_item(system, course, section, line.get("id"))
        if row is None:
            continue
        hear_dates(row, section, moment_of(line.get("startDateTime")), moment_of(line.get("endDateTime")))
        for score in _list(line, "scores"):
            person_id = subject_of(system, score.get("userId"))
            if person_id in here:
                _compare(row, person_id or 0, score)
    for member in _list(told, "members"):
        person_id = subject_of(system, member.get("userId"))
        if person_id in here:
            _member(system, course, person_id or 0, member)


def _list(of: Mapping[str, Any], name: str) -> list[Mapping[str, Any]]:
    found = of.get(name)
    return [one for one in found if isinstance(one, Mapping)] if isinstance(found, list) else []


def _line_item(system: LinkedSystem, course: Course, section: Section | None, address: Any) -> LineItem | None:
    """Ours, by the address under which the system knows it."""
    base = f"{service_base(course, section)}/line-items/"
    if not isinstance(address, str) or not address.startswith(base):
        return None
    key = key_of(address.removeprefix(base))
    found = LineItem.objects.filter(system=system, course=course, dropped_at=None, key=key).first()
    return found if found is not None and found.item_id in layout(course).items else None


def _compare(row: LineItem, person_id: int, score: Mapping[str, Any]) -> None:
    report = read_report(score)
    if isinstance(report, Problem):
        return
    held = Reported.objects.filter(line_item=row, person_id=person_id).first()
    if held is None or is_newer(report.at, held.at):
        keep_report(row.pk, person_id, report)
        return
    given = decimal_of(report.given)
    differs = given is not None and held.given is not None and given != held.given
    if differs != (held.asked_given is not None) or (differs and held.asked_given != given):
        held.asked_given, held.asked_at = (given, now()) if differs else (None, None)
        held.save(update_fields=["asked_given", "asked_at"])


def _member(system: LinkedSystem, course: Course, person_id: int, member: Mapping[str, Any]) -> None:
    note_section(system, course, person_id, member.get("context"))
    access = member.get("access")
    if isinstance(access, Mapping):
        note_access(system, course, person_id, access)


def note_section(system: LinkedSystem, course: Course, person_id: int, context: Any) -> None:
    """In which section the system says that it has somebody."""
    theirs = next((s for s in course.sections.all() if context_key(course, s) == context), None)
    if theirs is None:
        return
    known = known_as(system, person_id)
    KnownIn.objects.update_or_create(known=known, course=course, defaults={"theirs": theirs, "theirs_at": now()})


def note_access(system: LinkedSystem, course: Course, person_id: int, told: Mapping[str, Any]) -> bool:
    """What it says of access; whether it could be read. What a teacher said stands until the system says something that
    it had not said before."""
    until: datetime | None = moment_of(told.get("until"))
    kind, code = told.get("kind"), told.get("code") or ""
    if kind not in list(Kind) or not isinstance(code, str) or (kind == Kind.TRIAL and until is None):
        return False
    said = {"kind": kind, "until": until and until.isoformat()}
    row = SystemAccess.objects.filter(system=system, course=course, person_id=person_id).first()
    if row is None or row.told != said:
        actor = actor_of_system(system)
        kept = keep_access(actor, course, system, person_id, str(kind), until, code[:80], SystemAccess.SYSTEM)
        SystemAccess.objects.filter(pk=kept.pk).update(told=said)
    return True
