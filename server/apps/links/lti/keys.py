"""Our pairs of keys: one signs, all that are not yet too old are published, so that what an old one signed is
honoured."""

from __future__ import annotations

import hashlib
from datetime import timedelta
from typing import Any

from django.conf import settings
from django.db import transaction
from django.db.models import Q
from django.utils import timezone
from joserfc import jwe
from joserfc.errors import JoseError
from joserfc.jwk import OctKey, RSAKey

from apps.links.models import PlatformKey

BITS = 2048
SIGNS = timedelta(days=90)
"""So long a key signs, then a new one does."""
HONOURED = timedelta(days=14)
"""So long a key is published after the next one began to sign. What it signed is good for minutes; systems that keep
key sets read them anew within days."""
SEALED_BY = {"alg": "dir", "enc": "A256GCM"}


def signing_key() -> RSAKey:
    """The pair that signs now. The first is made when it is asked for; another one where this place's secret is a new
    one since, as after a restore: what the old key signed stays honoured."""
    row = _newest() or make_key()
    try:
        private = _opened(row.sealed)
    except JoseError:
        row = make_key()
        private = _opened(row.sealed)
    return RSAKey.import_key(private, {"kid": row.kid, "use": "sig", "alg": "RS256"})


def published_keys() -> dict[str, Any]:
    """Our key set (RFC 7517), public halves only."""
    if _newest() is None:
        make_key()
    rows = PlatformKey.objects.filter(Q(published_until=None) | Q(published_until__gt=timezone.now()))
    return {"keys": [row.public for row in rows]}


@transaction.atomic
def make_key() -> PlatformKey:
    """A new pair signs from now on; those before it stay published for HONOURED."""
    at = timezone.now()
    list(PlatformKey.objects.select_for_update().values_list("pk"))
    key = RSAKey.generate_key(BITS, {"use": "sig", "alg": "RS256"}, auto_kid=True)
    PlatformKey.objects.filter(published_until=None).update(published_until=at + HONOURED)
    kid = str(key.kid)
    return PlatformKey.objects.create(
        kid=kid, public=key.as_dict(private=False), sealed=_sealed(key.as_pem(private=True)), made_at=at
    )


def renew_key() -> bool:
    """Whether a new one was made, because the newest has signed for SIGNS; what is too old is removed."""
    PlatformKey.objects.filter(published_until__lt=timezone.now()).delete()
    newest = _newest()
    if newest is not None and newest.made_at > timezone.now() - SIGNS:
        return False
    make_key()
    return True


def _newest() -> PlatformKey | None:
    return PlatformKey.objects.filter(published_until=None).first()


def _seal() -> OctKey:
    return OctKey.import_key(hashlib.sha256(b"links.platform_key:" + settings.SECRET_KEY.encode()).digest())


def _sealed(private: bytes) -> str:
    return jwe.encrypt_compact(SEALED_BY, private, _seal())


def _opened(sealed: str) -> bytes:
    plain = jwe.decrypt_compact(sealed, _seal()).plaintext
    if plain is None:
        raise ValueError("a sealed key without a key")
    return plain
