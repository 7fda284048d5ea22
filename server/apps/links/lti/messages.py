"""The messages of launches: what an id_token says (LTI Core 1.3, 5.3; Deep Linking 2.0, 4.4)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from zoneinfo import ZoneInfo

from django.conf import settings
from unvo_core.links.variables import substituted

from apps.courses.public import Course, Membership, Section
from apps.kernel.public import Actor
from apps.layout.public import LaidItem
from apps.links.lti import names
from apps.links.lti.tokens import issuer
from apps.links.models import Deployment, Known, LineItem, LinkedSystem, Picking, Placement
from apps.links.queries import context_key, link_key
from apps.people.public import Person


@dataclass(frozen=True, slots=True, kw_only=True)
class Arrival:
    """Who arrives at a system, in which context."""

    system: LinkedSystem
    deployment: Deployment
    course: Course
    section: Section | None
    person: Person
    member: Membership
    known: Known
    nonce: str


def link_message(
    arrival: Arrival, placement: Placement, item: LaidItem, line_item: LineItem, back: str
) -> dict[str, Any]:
    """A launch of the resource link that an item is in a section; `item` as this person finds it, allowances
    included."""
    system, section = arrival.system, arrival.section
    target = placement.address or system.launch_address
    return {
        **_common(arrival, names.LAUNCH, target, back, _framed(placement)),
        names.CLAIM + "resource_link": {"id": link_key(placement, section), "title": item.title},
        names.CLAIM + "custom": custom_of(arrival, placement, item, line_item),
        **_services(arrival, line_item),
    }


def pick_message(arrival: Arrival, picking: Picking, answer_address: str) -> dict[str, Any]:
    """A wish that somebody pick content; the answer comes to `answer_address`."""
    system = arrival.system
    back = f"{issuer()}/c/{arrival.course.slug}/week"
    custom = substituted(system.custom, _known_of(arrival))
    return {
        **_common(arrival, names.PICK, system.picking_address or system.launch_address, back, framed=False),
        names.CLAIM + "custom": custom,
        names.DEEP + "deep_linking_settings": {
            "deep_link_return_url": answer_address,
            "accept_types": ["ltiResourceLink"],
            "accept_presentation_document_targets": ["iframe", "window"],
            "accept_multiple": True,
            "accept_lineitem": True,
            "auto_create": False,
            "data": str(picking.key),
        },
        **_services(arrival, None),
    }


def _common(arrival: Arrival, kind: str, target: str, back: str, framed: bool) -> dict[str, Any]:
    system, course, section = arrival.system, arrival.course, arrival.section
    title = f"{course.title}, {section.name}" if section is not None else course.title
    return {
        "aud": system.client_id,
        "azp": system.client_id,
        "sub": str(arrival.known.subject),
        "nonce": arrival.nonce,
        "locale": arrival.person.language or settings.LANGUAGE_CODE,
        **personal(system, arrival.person),
        names.CLAIM + "message_type": kind,
        names.CLAIM + "version": names.VERSION,
        names.CLAIM + "deployment_id": arrival.deployment.code,
        names.CLAIM + "target_link_uri": target,
        names.CLAIM + "roles": roles_of(arrival.member),
        names.CLAIM + "context": {
            "id": context_key(course, section),
            "label": course.code,
            "title": title,
            "type": [names.SECTION_TYPE],
        },
        names.CLAIM + "tool_platform": {
            "guid": issuer(),
            "name": "Unvo",
            "product_family_code": "unvo",
            "version": settings.VERSION,
        },
        names.CLAIM + "launch_presentation": {
            "document_target": "iframe" if framed else "window",
            "return_url": back,
            "locale": arrival.person.language or settings.LANGUAGE_CODE,
        },
        names.CLAIM + "lis": {"course_section_sourcedid": context_key(course, section)},
    }


def _framed(placement: Placement) -> bool:
    return placement.system.framed if placement.framed is None else placement.framed


def personal(system: LinkedSystem, person: Person) -> dict[str, str]:
    """What goes out about somebody: as the system was let in to have, and nothing else."""
    said = {"name": person.name} if system.sends_name else {}
    return said | ({"email": person.email} if system.sends_email and person.email else {})


def roles_of(member: Membership) -> list[str]:
    if member.instructs:
        return [names.INSTRUCTOR]
    return [names.INSTRUCTOR, names.ASSISTANT] if member.teaches else [names.LEARNER]


def _services(arrival: Arrival, line_item: LineItem | None) -> dict[str, Any]:
    """The services that the system may call for this context, and no others."""
    granted = set(arrival.system.scopes)
    base = service_base(arrival.course, arrival.section)
    found: dict[str, Any] = {}
    if ags := [s for s in names.SCOPES[:4] if s in granted]:
        own = {"lineitem": f"{base}/line-items/{line_item.key}"} if line_item is not None else {}
        found[names.AGS_CLAIM] = {"scope": ags, "lineitems": f"{base}/line-items", **own}
    if names.MEMBERS_READ in granted:
        found[names.NRPS_CLAIM] = {"context_memberships_url": f"{base}/members", "service_versions": ["2.0"]}
    if names.ACCESS in granted:
        found[names.OURS + "claim:access"] = {"address": f"{base}/access", "scope": [names.ACCESS]}
    return found


def service_base(course: Course, section: Section | None) -> str:
    """Where the services of a context stand."""
    return f"{issuer()}/lti/{course.pk}/{section.pk if section is not None else 0}"


def custom_of(arrival: Arrival, placement: Placement, item: LaidItem, line_item: LineItem) -> dict[str, str]:
    """The link's own parameters over the system's, with what is known put for the variables."""
    span, course = item.span, arrival.course
    known = _known_of(arrival) | {
        "ResourceLink.id": link_key(placement, arrival.section),
        "ResourceLink.title": item.title,
        "ResourceLink.available.startDateTime": iso(course, span.opens),
        "ResourceLink.available.endDateTime": iso(course, span.closes),
        "ResourceLink.submission.startDateTime": iso(course, span.opens),
        "ResourceLink.submission.endDateTime": iso(course, span.due),
        "LineItem.resultValue.max": str(line_item.most.normalize()),
    }
    return substituted({**system_custom(arrival.system), **placement.custom}, known)


def system_custom(system: LinkedSystem) -> Mapping[str, str]:
    return {str(name): str(value) for name, value in system.custom.items()}


def _known_of(arrival: Arrival) -> dict[str, str | None]:
    system, course, section, person = arrival.system, arrival.course, arrival.section, arrival.person
    return {
        "User.id": str(arrival.known.subject),
        "Person.name.full": person.name if system.sends_name else None,
        "Person.email.primary": person.email if system.sends_email else None,
        "Context.id": context_key(course, section),
        "Context.title": course.title,
        "Context.label": course.code,
        "CourseSection.sourcedId": context_key(course, section),
        "CourseSection.title": section.name if section is not None else course.title,
    }


def iso(course: Course, at: datetime | None) -> str | None:
    """As systems are told it: by the course's clock, with its offset."""
    return None if at is None else at.astimezone(ZoneInfo(course.zone)).isoformat()


def actor_of_system(system: LinkedSystem) -> Actor:
    """What a system does is done in its name, by no person."""
    return Actor(None, system.name)
