"""Reads of systems, what they are placed at, and as whom they know people."""

from __future__ import annotations

from collections.abc import Collection
from datetime import datetime

from django.db.models import Exists, OuterRef, Q, QuerySet
from unvo_core.links.hearing import silent_since

from apps.courses.public import Course, Enrolment, Membership, Section, students
from apps.kernel.public import Refused, not_found
from apps.links.keys import key_of
from apps.links.lti.content import origin_of
from apps.links.lti.tokens import issuer
from apps.links.models import Deployment, Freshness, Known, KnownIn, LinkedSystem, Placement


def systems_here(course: Course) -> QuerySet[LinkedSystem]:
    """Those that a course can use: its own, and the place's as far as they are put to use here."""
    here = Q(course=course) | Q(course=None)
    return LinkedSystem.objects.filter(here, Exists(_deployed(course)), waits=False, off=False)


def _deployed(course: Course) -> QuerySet[Deployment]:
    return Deployment.objects.filter(Q(course=course) | Q(course=None), system_id=OuterRef("pk"))


def silence(row: Freshness, at: datetime) -> datetime | None:
    """Since when it is silent past its usual rhythm, of which the hours are kept; None when it is not."""
    since = silent_since([datetime.fromisoformat(hour) for hour in row.hours], at)
    return since and (row.heard_at or since)


def put_to_use(course: str) -> Exists:
    """Whether the system of an outer row is put to use in its course, which this field of the row names."""
    own = Q(system__course=OuterRef(course)) | Q(system__course=None)
    here = Q(course=OuterRef(course)) | Q(course=None)
    rows = Deployment.objects.filter(own, here, system_id=OuterRef("system_id"), system__off=False, system__waits=False)
    return Exists(rows)


def system_for(course: Course, key: str) -> LinkedSystem:
    """Raises Refused for one that this course can't use."""
    system = systems_here(course).filter(key=key_of(key)).first()
    if system is None:
        raise not_found("linked system")
    return system


def system_names(ids: Collection[int]) -> dict[int, str]:
    return dict(LinkedSystem.objects.filter(pk__in=ids).values_list("pk", "name")) if ids else {}


def placement_of(item_id: int) -> Placement | None:
    return Placement.objects.select_related("system", "item").filter(item_id=item_id).first()


def known_as(system: LinkedSystem, person_id: int) -> Known:
    """As whom the system knows them, from the first time on."""
    Known.objects.bulk_create([Known(system=system, person_id=person_id)], ignore_conflicts=True)
    return Known.objects.get(system=system, person_id=person_id, former=False)


def known_in(system: LinkedSystem, course: Course, person_id: int) -> KnownIn | None:
    rows = KnownIn.objects.select_related("section", "theirs")
    here = rows.filter(known__system=system, known__person_id=person_id, course=course)
    return here.order_by("known__former", "-last_at").first()


def deployment_of(system: LinkedSystem, course: Course) -> Deployment | None:
    """The course's own, or that of the whole place."""
    rows = system.deployments.filter(Q(course=course) | Q(course=None))
    return rows.order_by("course_id").first()


def in_use_by(system: LinkedSystem, course: Course) -> Deployment:
    """By what it is put to use here. Raises Refused for one that is switched off or opens for nobody here."""
    if system.off or system.waits:
        raise Refused("links.off", status=403, system=system.name)
    deployment = deployment_of(system, course)
    if deployment is None:
        raise Refused("links.not_deployed", status=403, system=system.name)
    return deployment


def section_of(course: Course, section_id: int | None) -> Section | None:
    return None if section_id is None else course.sections.filter(pk=section_id).first()


def context_key(course: Course, section: Section | None) -> str:
    """The id of a context: the section, or the course where it has none."""
    return f"section-{section.pk}" if section is not None else f"course-{course.pk}"


def link_key(placement: Placement, section: Section | None) -> str:
    """The id of a resource link: of one placement in one context."""
    return f"{placement.key}-{section.pk if section is not None else 0}"


def students_of(course: Course, member: Membership) -> QuerySet[Enrolment]:
    """The students whom somebody teaches."""
    rows = students(course)
    return rows if member.section_ids is None else rows.filter(section_id__in=member.section_ids)


def framed_origins() -> list[str]:
    """The hosts whose pages may stand inside ours: those of systems that open so, or of which one item does."""
    rows = LinkedSystem.objects.filter(
        Q(framed=True) | Q(placements__framed=True, placements__removed=False), off=False, waits=False
    )
    found = {origin_of(address) for row in rows.distinct() for address in (row.login_address, row.launch_address)}
    return sorted(found | {origin_of(issuer())} if found else found)
