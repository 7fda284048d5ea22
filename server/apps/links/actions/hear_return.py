from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django.core import signing

from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, Refused, clean, not_found, plain, require
from apps.links.actions.fetch_state import note_access, note_section
from apps.links.lti import names
from apps.links.lti.tokens import ASSERTION_SECONDS, audience_is, issuer, once, verified
from apps.links.models import LinkedSystem, UsedOnce
from apps.links.queries import known_as, placement_of

SALT = "links.asked"
GOOD_SECONDS = 2 * 24 * 3600
LONGEST = 600
MOST_TRIES = 20
ASKED = names.OURS + "claim:asked"
TOLD = names.OURS + "claim:access"


@dataclass(frozen=True, slots=True)
class SentBack:
    """What the item's system signed and sent along with somebody."""

    system: LinkedSystem
    claims: dict[str, Any]


def sent_back(actor: Actor, course: Course, item_id: int, token: str) -> SentBack:
    """Read before anything is written: the keys of the system may have to be fetched, and no transaction waits for
    that. Raises Refused."""
    require(can_study(membership(actor, course)))
    placement = placement_of(item_id)
    if placement is None or placement.item.course_id != course.pk:
        raise not_found("linked homework")
    return SentBack(placement.system, verified(placement.system, token))


def hear_return(actor: Actor, course: Course, sent: SentBack) -> None:
    """What a system says of somebody's access when it sends them back (docs/links.md)."""
    system, claims = _believed(actor, course, sent)
    told = claims.get(TOLD)
    if isinstance(told, Mapping):
        note_section(system, course, actor.person_id or 0, told.get("context"))
        note_access(system, course, actor.person_id or 0, told)


def hear_asked(actor: Actor, course: Course, item_id: int, sent: SentBack) -> str:
    """Somebody wants to ask their teachers about a problem there: a ticket of ours for what comes along with it, good
    for two days. Nothing is asked by it."""
    _system, claims = _believed(actor, course, sent)
    told = claims.get(ASKED)
    if not isinstance(told, Mapping):
        raise Refused("links.nothing_asked", status=400)
    along = {
        "put": _words(told.get("problem")),
        "put_text": plain(clean(_words(told.get("html"))))[:LONGEST],
        "put_version": _words(told.get("version"))[:40],
        "put_tries": [_try(one) for one in told.get("tries", [])[:MOST_TRIES] if isinstance(one, Mapping)],
    }
    return signing.dumps([actor.person_id, item_id, along], salt=SALT, compress=True)


def asked_along(actor: Actor, item_id: int, ticket: str) -> dict[str, Any]:
    """What comes along with a question, by its ticket. Raises Refused for another's, an old one, or a made-up one."""
    try:
        person, item, along = signing.loads(ticket, salt=SALT, max_age=GOOD_SECONDS)
    except (signing.BadSignature, ValueError, TypeError) as error:
        raise Refused("links.ticket", status=400) from error
    if (person, item) != (actor.person_id, item_id):
        raise Refused("links.ticket", status=400)
    return dict(along)


def _words(value: Any) -> str:
    return value[:LONGEST] if isinstance(value, str) else ""


def _try(one: Mapping[str, Any]) -> str:
    return f"{_words(one.get('answer'))}: {_words(one.get('verdict'))}"


def _believed(actor: Actor, course: Course, sent: SentBack) -> tuple[LinkedSystem, dict[str, Any]]:
    """From the item's system, for us, of this person, and for the first time."""
    require(can_study(membership(actor, course)))
    system, claims = sent.system, sent.claims
    if claims.get("iss") != system.client_id:
        raise Refused("links.issuer", status=400)
    if not audience_is(claims, issuer()):
        raise Refused("links.audience", status=400)
    if claims.get("sub") != str(known_as(system, actor.person_id or 0).subject):
        raise Refused("links.other_person", status=403)
    number = claims.get("jti")
    if not isinstance(number, str) or not once(UsedOnce.ANSWER, f"{system.pk}:{number}", 2 * ASSERTION_SECONDS):
        raise Refused("links.replayed", status=400)
    return system, claims
