from __future__ import annotations

from collections.abc import Mapping

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, Refused, not_found, require
from apps.links.actions.fetch_state import note_access, note_section
from apps.links.lti import names
from apps.links.lti.tokens import ASSERTION_SECONDS, audience_is, issuer, once, verified
from apps.links.models import UsedOnce
from apps.links.queries import known_as, placement_of

TOLD = names.OURS + "claim:access"


def hear_return(actor: Actor, course: Course, item_id: int, token: str) -> None:
    """What a system says of somebody's access when it sends them back (docs/links.md): signed by it, of them, once."""
    require(can_study(membership(actor, course)))
    placement = placement_of(item_id)
    if placement is None or placement.item.course_id != course.pk:
        raise not_found("linked homework")
    system = placement.system
    claims = verified(system, token)
    if claims.get("iss") != system.client_id:
        raise Refused("links.issuer", status=400)
    if not audience_is(claims, issuer()):
        raise Refused("links.audience", status=400)
    if claims.get("sub") != str(known_as(system, actor.person_id or 0).subject):
        raise Refused("links.other_person", status=403)
    number = claims.get("jti")
    if not isinstance(number, str) or not once(UsedOnce.ANSWER, f"{system.pk}:{number}", 2 * ASSERTION_SECONDS):
        raise Refused("links.replayed", status=400)
    told = claims.get(TOLD)
    if isinstance(told, Mapping):
        note_section(system, course, actor.person_id or 0, told.get("context"))
        note_access(system, course, actor.person_id or 0, told)
