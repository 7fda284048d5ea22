"""Every write of the API: one transaction, answered after commit, answered once for one key."""

from __future__ import annotations

import hashlib
from collections.abc import Callable
from functools import wraps
from typing import Any

from django.db import connection, transaction
from django.http import HttpRequest
from pydantic import BaseModel

from apps.kernel.models import AnsweredRequest
from apps.kernel.refusals import Refused

LONGEST_KEY = 80


def write(view: Callable[..., Any]) -> Callable[..., Any]:
    """Wrap an API operation. A refusal rolls everything back, its claim on the key included."""

    @wraps(view)
    def once(request: HttpRequest, *args: Any, **kwargs: Any) -> Any:
        key = request.headers.get("Idempotency-Key", "")
        if not key or len(key) > LONGEST_KEY:
            raise Refused("request.key_missing", status=400)
        with transaction.atomic():
            earlier = _claim(request, key)
            if earlier is not None:
                return earlier.answer
            answer = view(request, *args, **kwargs)
            plain = answer.model_dump(mode="json") if isinstance(answer, BaseModel) else answer
            AnsweredRequest.objects.filter(person_id=_who(request), key=key).update(answer=plain)
        return plain

    return once


def _claim(request: HttpRequest, key: str) -> AnsweredRequest | None:
    """Take the key, or wait for whoever holds it and return what was answered."""
    mark = _fingerprint(request)
    with connection.cursor() as cursor:
        cursor.execute(
            "INSERT INTO kernel_answeredrequest (person_id, key, fingerprint, at) VALUES (%s, %s, %s, now())"
            " ON CONFLICT (person_id, key) DO NOTHING",
            [_who(request), key, mark],
        )
        if cursor.rowcount:
            return None
    earlier = AnsweredRequest.objects.get(person_id=_who(request), key=key)
    if earlier.fingerprint != mark:
        raise Refused("request.key_reused", status=409)
    return earlier


def _fingerprint(request: HttpRequest) -> str:
    seen = hashlib.sha256(f"{request.method} {request.path}\n".encode())
    if request.content_type == "application/json":
        seen.update(request.body)
    return seen.hexdigest()


def _who(request: HttpRequest) -> int:
    if request.user.pk is None:
        raise Refused("request.signed_out", status=401)
    return request.user.pk
