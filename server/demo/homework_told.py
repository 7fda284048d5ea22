"""What the stand-in homework system has to know of the demo's classes, so that both sides hold the same."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from apps.courses.models import Course
from apps.layout.queries import layout
from apps.links.lti import names
from apps.links.lti.messages import service_base
from apps.links.lti.metadata import SystemWish, metadata_out
from apps.links.lti.tokens import issuer
from apps.links.models import Known, LineItem, LinkedSystem, Placement, Reported, StatedDue, SystemAccess
from apps.links.queries import context_key, link_key

from demo.linked import CLIENT, DEPLOYMENT


def told_of() -> list[dict[str, Any]]:
    """What the stand-in has to know to go on from there."""
    found = []
    for system in LinkedSystem.objects.filter(client_id=CLIENT):
        course = Course.objects.get(
            pk=Placement.objects.filter(system=system).values_list("item__course", flat=True)[:1]
        )
        found.append(_of_course(system, course))
    return found


def _of_course(system: LinkedSystem, course: Course) -> dict[str, Any]:
    sections = list(course.sections.order_by("number"))
    known = {k.person_id: k for k in Known.objects.filter(system=system).select_related("person")}
    return {
        "client_id": system.client_id,
        "about": _about(),
        "given": metadata_out(_wish(system), system.client_id, DEPLOYMENT),
        "contexts": [
            {
                "id": context_key(course, s),
                "title": f"{course.title}, {s.name}",
                "ags": {"scope": list(names.SCOPES[:4]), "lineitems": f"{service_base(course, s)}/line-items"},
                "nrps": {"context_memberships_url": f"{service_base(course, s)}/members"},
            }
            for s in sections
        ],
        "accounts": _accounts(system, course, known),
        "placed": [one for s in sections for one in _placed(system, course, s, known)],
    }


def _about() -> dict[str, str]:
    base = issuer()
    return {
        "issuer": base,
        "authorization_endpoint": f"{base}/lti/authorize",
        "token_endpoint": f"{base}/lti/token",
        "jwks_uri": f"{base}/lti/keys",
    }


def _wish(system: LinkedSystem) -> SystemWish:
    return SystemWish(
        name=system.name,
        login_address=system.login_address,
        launch_address=system.launch_address,
        redirects=tuple(system.redirects),
        keys_address=system.keys_address,
        custom=system.custom,
        scopes=tuple(system.scopes),
    )


def _accounts(system: LinkedSystem, course: Course, known: dict[int, Known]) -> list[dict[str, Any]]:
    sections = {s.pk: s for s in course.sections.all()}
    laid = layout(course)
    access = {a.person_id: a for a in SystemAccess.objects.filter(system=system, course=course)}
    found = []
    for pk, one in known.items():
        own = access.get(pk)
        found.append(
            {
                "subject": str(one.subject),
                "name": one.person.name,
                "context": context_key(course, sections.get(laid.sections.get(pk) or 0)),
                "access": own.kind if own else "trial",
                "until": own.until.isoformat() if own and own.until else None,
            }
        )
    return found


def _placed(system: LinkedSystem, course: Course, section: Any, known: dict[int, Known]) -> list[dict[str, Any]]:
    laid, found = layout(course), []
    stated = dict(StatedDue.objects.filter(section=section).values_list("item_id", "due"))
    here = {person for person, own in laid.sections.items() if own == section.pk}
    placements: dict[int | None, Placement] = {p.item_id: p for p in Placement.objects.filter(system=system)}
    for line in LineItem.objects.filter(system=system, course=course, item__isnull=False).order_by("pk"):
        placement = placements[line.item_id]
        due = stated.get(line.item_id or 0) or laid.items[placement.item_id].span.due
        reports = Reported.objects.filter(line_item=line, person_id__in=here, given__isnull=False)
        found.append(
            {
                "context": context_key(course, section),
                "link": link_key(placement, section),
                "set": placement.custom["set"],
                "title": line.label,
                "line_item": f"{service_base(course, section)}/line-items/{line.key}",
                "most": str(line.most),
                "due": due.isoformat() if due is not None else None,
                "scores": [_score(row, known[row.person_id]) for row in reports],
            }
        )
    return found


def _score(row: Reported, known: Known) -> dict[str, Any]:
    return {
        "userId": str(known.subject),
        "scoreGiven": float(row.given or 0),
        "scoreMaximum": float(row.most or 0),
        "timestamp": row.at.isoformat(),
        "activityProgress": row.activity,
        "gradingProgress": row.grading,
    }


def write_told(to: Path) -> None:
    to.write_text(json.dumps(told_of()))
