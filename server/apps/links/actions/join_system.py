"""A system is joined: by hand, or by registering itself after somebody asked it to."""

from __future__ import annotations

import secrets
from collections.abc import Mapping
from datetime import timedelta
from typing import Any
from urllib.parse import urlencode

from django.core import signing

from apps.courses.public import Course
from apps.kernel.public import Actor, Refused, not_found, now, record
from apps.links.fetching import refused_address
from apps.links.lti.metadata import SystemWish, checked, metadata_out, read_metadata
from apps.links.lti.tokens import issuer
from apps.links.models import Deployment, LinkedSystem, Registration
from apps.links.policies import require_joiner, require_keeper_of

SALT = "links.registration"
GOOD_FOR = timedelta(hours=1)


def join_by_hand(actor: Actor, course: Course | None, wish: SystemWish) -> LinkedSystem:
    """Joined at once: whoever types all this knows whom they let in."""
    require_joiner(actor, course)
    system = _made(actor.person_id, course, checked(wish), waits=False)
    record(actor, "system.join", ("system", system.pk), course_id=_pk(course), after=told(system))
    return system


def begin_registration(actor: Actor, course: Course | None, address: str) -> str:
    """Where the browser goes so that a system registers itself; good for an hour, once. Raises Refused."""
    require_joiner(actor, course)
    if refused_address(address):
        raise Refused("links.address", address=address[:200])
    row = Registration.objects.create(address=address, course=course, person_id=actor.person_id or 0, begun_at=now())
    record(actor, "system.ask", ("registration", row.pk), course_id=_pk(course), after={"address": address})
    asked = {
        "openid_configuration": f"{issuer()}/lti/configuration",
        "registration_token": signing.dumps(str(row.key), salt=SALT),
    }
    return f"{address}{'&' if '?' in address else '?'}{urlencode(asked)}"


def register(token: str, body: Mapping[str, Any]) -> dict[str, Any]:
    """A system registers itself with the token that it was given. It waits until a person lets it in."""
    try:
        key = signing.loads(token, salt=SALT, max_age=GOOD_FOR)
    except (signing.BadSignature, ValueError) as error:
        raise Refused("links.registration_token", status=401) from error
    row = Registration.objects.select_for_update(of=("self",)).select_related("course").filter(key=key).first()
    if row is None or row.made_id is not None:
        raise Refused("links.registration_token", status=401)
    wish = read_metadata(body)
    system = _made(row.person_id, row.course, wish, waits=True)
    row.made = system
    row.save(update_fields=["made"])
    actor = Actor(None, system.name)
    record(actor, "system.register", ("system", system.pk), course_id=row.course_id, after=told(system))
    return metadata_out(wish, system.client_id, system.deployments.get().code)


def let_in(actor: Actor, system: LinkedSystem, scopes: tuple[str, ...], sends_name: bool, sends_email: bool) -> None:
    """What registered itself may be used from now on, with what of its wishes it is given."""
    require_keeper_of(actor, system)
    if not system.waits:
        raise not_found("waiting system")
    before = told(system)
    system.waits = False
    system.scopes = [scope for scope in system.scopes if scope in scopes]
    system.sends_name, system.sends_email = sends_name, sends_email
    system.save(update_fields=["waits", "scopes", "sends_name", "sends_email"])
    record(actor, "system.let_in", ("system", system.pk), course_id=system.course_id, before=before, after=told(system))


def told(system: LinkedSystem) -> dict[str, Any]:
    """A system as a record keeps it."""
    return {
        "name": system.name,
        "login_address": system.login_address,
        "launch_address": system.launch_address,
        "redirects": system.redirects,
        "keys_address": system.keys_address,
        "scopes": system.scopes,
        "sends_name": system.sends_name,
        "sends_email": system.sends_email,
        "framed": system.framed,
        "off": system.off,
    }


def _made(person_id: int | None, course: Course | None, wish: SystemWish, *, waits: bool) -> LinkedSystem:
    system = LinkedSystem.objects.create(
        client_id=secrets.token_urlsafe(18),
        name=wish.name,
        course=course,
        login_address=wish.login_address,
        launch_address=wish.launch_address,
        redirects=list(wish.redirects),
        keys_address=wish.keys_address,
        own_keys=dict(wish.own_keys) if wish.own_keys else None,
        picking_address=wish.picking_address,
        state_address=wish.state_address,
        custom=dict(wish.custom),
        scopes=list(wish.scopes),
        sends_name=wish.asks_name,
        sends_email=wish.asks_email,
        waits=waits,
        made_by_id=person_id,
        made_at=now(),
    )
    Deployment.objects.create(system=system, code=secrets.token_urlsafe(9), course=course)
    return system


def _pk(course: Course | None) -> int | None:
    return None if course is None else course.pk
