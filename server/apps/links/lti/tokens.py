"""What is signed: by us for a system, by a system for us, and by us for ourselves."""

from __future__ import annotations

import base64
import json
import secrets
import time
from collections.abc import Mapping
from datetime import UTC, datetime, timedelta
from typing import Any

from django.conf import settings
from django.db import connection
from django.utils import timezone
from joserfc import jwt
from joserfc.errors import JoseError, MissingKeyError
from joserfc.jwk import KeySet

from apps.kernel.public import Refused, readable
from apps.links.fetching import NotFetched, fetch_json
from apps.links.lti.keys import signing_key
from apps.links.models import LinkedSystem, UsedOnce

MESSAGE_SECONDS = 300
"""How long an id_token is good (Security Framework 1.0, 5.1.1: a short time; ours is five minutes at most)."""
ASSERTION_SECONDS = 3600
"""The longest time for which what a system signed may be good."""
SKEW_SECONDS = 60
KEYS_KEPT = timedelta(hours=12)
KEYS_LEAST = timedelta(minutes=1)
"""A key that is not in the kept set makes it be fetched anew, but not more often."""
ALGORITHM = "RS256"
MOST_LETTERS = 64 * 1024
USE_ONCE = "INSERT INTO links_usedonce (kind, key, until) VALUES (%s, %s, %s) ON CONFLICT DO NOTHING"


def issuer() -> str:
    return str(settings.PUBLIC_ADDRESS)


def signed(claims: Mapping[str, Any], seconds: int = MESSAGE_SECONDS) -> str:
    """A message of ours, with issuer, time and number."""
    at, key = int(time.time()), signing_key()
    head = {"alg": ALGORITHM, "kid": key.kid, "typ": "JWT"}
    body = {"iss": issuer(), "iat": at, "exp": at + seconds, "jti": secrets.token_urlsafe(16), **claims}
    return jwt.encode(head, body, key, algorithms=[ALGORITHM])


def verified(system: LinkedSystem, token: str) -> dict[str, Any]:
    """What a system signed, with its times looked at; who it is from and for, the caller looks at. Raises Refused."""
    if not token or len(token) > MOST_LETTERS:
        raise Refused("links.token", status=400)
    try:
        claims: dict[str, Any] = readable(dict(_decoded(system, token).claims))
    except NotFetched as error:
        raise Refused("links.keys_away", status=400) from error
    except (JoseError, ValueError, TypeError, KeyError, RecursionError) as error:
        raise Refused("links.token", status=400) from error
    at = time.time()
    exp, iat, nbf = (_seconds(claims.get(name)) for name in ("exp", "iat", "nbf"))
    if exp is None or exp <= at - SKEW_SECONDS:
        raise Refused("links.token_old", status=400)
    if iat is None or iat > at + SKEW_SECONDS or (nbf is not None and nbf > at + SKEW_SECONDS):
        raise Refused("links.token_early", status=400)
    if exp - iat > ASSERTION_SECONDS + SKEW_SECONDS or iat < at - ASSERTION_SECONDS - SKEW_SECONDS:
        raise Refused("links.token_old", status=400)
    return claims


def said_issuer(token: str) -> str:
    """Whose a token says that it is, before anything of it is believed; empty when that can't be read."""
    try:
        claims = json.loads(base64url(token.split(".")[1][:MOST_LETTERS]))
        said = claims["iss"]
    except (ValueError, IndexError, KeyError, TypeError, RecursionError):
        return ""
    return str(readable(said)) if isinstance(said, str) else ""


def base64url(text: str) -> bytes:
    return base64.urlsafe_b64decode(text + "=" * (-len(text) % 4))


def audience_is(claims: Mapping[str, Any], *wanted: str) -> bool:
    """Whether it is for one of these and for nobody else."""
    aud = claims.get("aud")
    named = [aud] if isinstance(aud, str) else aud
    return isinstance(named, list) and bool(named) and all(one in wanted for one in named)


def once(kind: str, key: str, seconds: int) -> bool:
    """Whether this comes for the first time."""
    until = datetime.fromtimestamp(time.time() + seconds, UTC)
    with connection.cursor() as cursor:
        cursor.execute(USE_ONCE, [kind, key[:200], until])
        return bool(cursor.rowcount)


def forget_used() -> int:
    return UsedOnce.objects.filter(until__lt=timezone.now()).delete()[0]


def key_set(system: LinkedSystem, *, anew: bool = False) -> KeySet:
    """The system's public keys: its own, or fetched and kept for half a day. Raises NotFetched, ValueError."""
    if not system.keys_address:
        return _keys(system.own_keys)
    age = timezone.now() - system.keys_at if system.keys_at else None
    if age is None or age > KEYS_KEPT or (anew and age > KEYS_LEAST):
        found = fetch_json(system.keys_address)
        _keys(found)
        system.kept_keys, system.keys_at = found, timezone.now()
        system.save(update_fields=["kept_keys", "keys_at"])
    return _keys(system.kept_keys)


def _keys(given: Any) -> KeySet:
    """Raises ValueError for what is no key set; an empty one holds none."""
    try:
        asked: Any = given or {"keys": []}
        return KeySet.import_key_set(asked)
    except MissingKeyError:
        return KeySet([])
    except (JoseError, KeyError, TypeError) as error:
        raise ValueError("no key set") from error


def _decoded(system: LinkedSystem, token: str) -> jwt.Token:
    """RS256 only, with a key that the token names."""
    try:
        return jwt.decode(token, key_set(system), algorithms=[ALGORITHM])
    except (JoseError, ValueError):
        before = system.keys_at
        anew = key_set(system, anew=True)
        if system.keys_at == before:
            raise
        return jwt.decode(token, anew, algorithms=[ALGORITHM])


def _seconds(value: Any) -> float | None:
    return float(value) if isinstance(value, int | float) and not isinstance(value, bool) else None
