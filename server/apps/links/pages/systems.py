"""The systems of a course or of the whole place, with how fresh what they told is."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from datetime import datetime

from django.conf import settings
from django.db.models import Count, Q
from django.utils.translation import gettext as _

from apps.courses.public import Course, can_lay_out, membership
from apps.kernel.public import Actor, Allowed, now, sentence
from apps.links.api import schemas as s
from apps.links.lti import names
from apps.links.lti.tokens import issuer
from apps.links.models import Freshness, LinkedSystem, Placement
from apps.links.queries import silence
from apps.people.public import can_administer

SCOPES: dict[s.ScopeCode, tuple[str, ...]] = {
    "line_items": (names.LINE_ITEMS, names.LINE_ITEMS_READ),
    "scores": (names.SCORES,),
    "results": (names.RESULTS_READ,),
    "members": (names.MEMBERS_READ,),
    "access": (names.ACCESS,),
}


def scopes_of(codes: Iterable[s.ScopeCode]) -> tuple[str, ...]:
    return tuple(scope for code in codes for scope in SCOPES[code])


def systems_page(actor: Actor, course: Course | None) -> s.LinkedSystems:
    """Those that wait and those that are off too, for whoever keeps them."""
    where = Q(course=None) if course is None else Q(course=course) | Q(course=None, waits=False)
    rows = LinkedSystem.objects.filter(where).select_related("course").prefetch_related("deployments__course")
    fresh = {f.system_id: f for f in Freshness.objects.filter(course=course)} if course else {}
    placed = _placed(course)
    keeps_all = isinstance(can_administer(actor), Allowed)
    keeps_own = course is not None and isinstance(can_lay_out(membership(actor, course)), Allowed)
    shown = [
        system_out(
            row,
            may_change=keeps_all if row.course_id is None else keeps_own,
            deployments=deployments_of(row, course, placed.get(row.pk, {})),
            fresh=fresh.get(row.pk),
            items=sum(placed.get(row.pk, {}).values()),
        )
        for row in rows
    ]
    if course is not None:
        shown = [one for one in shown if one.course or one.deployments]
    return s.LinkedSystems(
        systems=shown,
        ours=ours(),
        may_join=keeps_all if course is None else keeps_own and settings.LINKS_BY_INSTRUCTORS,
    )


def one_system(row: LinkedSystem) -> s.SystemOut:
    """As whoever keeps it finds it after a change."""
    placed = _placed(None, row).get(row.pk, {})
    items = sum(placed.values())
    return system_out(row, may_change=True, deployments=deployments_of(row, row.course, placed), items=items)


def _placed(course: Course | None, system: LinkedSystem | None = None) -> dict[int, dict[int, int]]:
    """How many items, by system and course."""
    rows = Placement.objects.filter(item__removed=False)
    if course is not None:
        rows = rows.filter(item__course=course)
    if system is not None:
        rows = rows.filter(system=system)
    found: dict[int, dict[int, int]] = {}
    for system_id, course_id, n in rows.values_list("system_id", "item__course_id").annotate(Count("pk")).order_by():
        found.setdefault(system_id, {})[course_id] = n
    return found


def ours() -> s.OurAddresses:
    base = issuer()
    return s.OurAddresses(
        issuer=base,
        authorize=f"{base}/lti/authorize",
        token=f"{base}/lti/token",
        keys=f"{base}/lti/keys",
        configuration=f"{base}/lti/configuration",
    )


def deployments_of(row: LinkedSystem, course: Course | None, placed: Mapping[int, int]) -> list[s.DeploymentOut]:
    """Those that concern a course: its own, or else the place's; without a course all. `placed`: items by course."""
    rows = sorted(row.deployments.all(), key=lambda d: (d.course_id is not None, d.pk))
    own = {d.course_id for d in rows if d.course_id is not None}
    if course is not None:
        rows = [d for d in rows if d.course_id == (course.pk if course.pk in own else None)]
    everywhere = any(d.course_id is None for d in rows)
    elsewhere = sum(n for pk, n in placed.items() if pk not in own)
    return [
        s.DeploymentOut(
            code=d.code,
            course=d.course.code if d.course is not None else "",
            items=elsewhere if d.course_id is None else 0 if everywhere else placed.get(d.course_id, 0),
        )
        for d in rows
    ]


def system_out(
    row: LinkedSystem,
    *,
    may_change: bool,
    deployments: list[s.DeploymentOut],
    fresh: Freshness | None = None,
    items: int = 0,
) -> s.SystemOut:
    return s.SystemOut(
        key=str(row.key),
        name=row.name,
        client_id=row.client_id,
        deployments=deployments,
        course=row.course.code if row.course is not None else "",
        login_address=row.login_address,
        launch_address=row.launch_address,
        keys_address=row.keys_address,
        redirects=row.redirects,
        picks=bool(row.picking_address),
        asks_state=bool(row.state_address),
        scopes=[code for code, scopes in SCOPES.items() if set(scopes) & set(row.scopes)],
        sends_name=row.sends_name,
        sends_email=row.sends_email,
        sent=sent_in_words(row.sends_name, row.sends_email),
        framed=row.framed,
        off=row.off,
        waits=row.waits,
        may_change=may_change,
        items=items,
        heard_at=fresh.heard_at if fresh else None,
        silent_since=silent(fresh),
        failure=sentence(f"links.fetch.{fresh.failure}", {"status": ""}) if fresh and fresh.failure else "",
        failed_at=fresh.failed_at if fresh else None,
        asked_at=fresh.asked_at if fresh else None,
    )


def sent_in_words(name: bool, email: bool) -> str:
    if name and email:
        return _("It gets each person's name and e-mail address, and a number that no other system knows.")
    if name:
        return _("It gets each person's name and a number that no other system knows; no e-mail address.")
    if email:
        return _("It gets each person's e-mail address and a number that no other system knows; no name.")
    return _("It gets a number for each person that no other system knows; no name and no e-mail address.")


def silent(fresh: Freshness | None) -> datetime | None:
    return silence(fresh, now()) if fresh is not None else None
