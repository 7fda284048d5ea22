"""Where a system of the whole place is put to use: everywhere, or in single courses under a deployment of their own."""

from __future__ import annotations

import secrets

from apps.courses.public import course_by_slug
from apps.kernel.public import Actor, Refused, not_found, record
from apps.links.models import Deployment, LinkedSystem
from apps.links.policies import require_keeper_of


def deploy(actor: Actor, system: LinkedSystem, slug: str) -> Deployment:
    """In the course of this address, or everywhere; a course that has its own goes by that. Raises Refused."""
    require_keeper_of(actor, system)
    if system.course_id is not None:
        raise Refused("links.of_one_course", status=409)
    course = course_by_slug(slug) if slug else None
    made, is_new = Deployment.objects.get_or_create(
        system=system, course=course, defaults={"code": secrets.token_urlsafe(9)}
    )
    if not is_new:
        raise Refused("links.deployed", status=409, deployment=made.code)
    record(actor, "system.deploy", ("system", system.pk), after={"code": made.code, "course": slug})
    return made


def end_deployment(actor: Actor, system: LinkedSystem, code: str) -> None:
    """Where it was put to use by this one alone nothing opens any more, and nothing is taken; what came stays."""
    require_keeper_of(actor, system)
    row = Deployment.objects.filter(system=system, code=code).select_related("course").first()
    if row is None:
        raise not_found("deployment")
    if system.course_id is not None:
        raise Refused("links.of_one_course", status=409)
    row.delete()
    slug = row.course.slug if row.course is not None else ""
    record(actor, "system.end_deployment", ("system", system.pk), before={"code": code, "course": slug})
