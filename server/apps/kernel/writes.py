"""Every write of the API: one transaction, answered after commit, answered once for one key."""

from __future__ import annotations

import hashlib
from collections.abc import Callable
from datetime import datetime
from functools import wraps
from typing import Any

from django.db import connection, transaction
from django.http import HttpRequest
from pydantic import BaseModel

from apps.kernel.editions import expected, said_edition
from apps.kernel.models import AnsweredRequest
from apps.kernel.refusals import Refused

LONGEST_KEY = 80
CLAIM = (
    "INSERT INTO kernel_answeredrequest (person_id, key, fingerprint, at)"
    " SELECT id, %s, %s, now() FROM people_person WHERE id = %s AND is_active FOR KEY SHARE"
    " ON CONFLICT (person_id, key) DO NOTHING"
)
"""In the table of settings.AUTH_USER_MODEL."""


def write(view: Callable[..., Any] | None = None, *, again: Callable[..., Any] | None = None) -> Callable[..., Any]:
    """Wrap an API operation. A refusal rolls everything back, its claim on the key included.

    `again`: what answers the same request when it comes a second time, from what is stored since; for writes whose
    answer carries what somebody typed, which is then kept once and not with every key.
    """
    if view is None:
        return lambda wrapped: write(wrapped, again=again)

    @wraps(view)
    def once(request: HttpRequest, *args: Any, **kwargs: Any) -> Any:
        key = request.headers.get("Idempotency-Key", "")
        if not key or len(key) > LONGEST_KEY:
            raise Refused("request.key_missing", status=400)
        seen = expected.set(said_edition(request.headers.get("If-Match", "")))
        try:
            return _answered(request, key, *args, **kwargs)
        finally:
            expected.reset(seen)

    def _answered(request: HttpRequest, key: str, *args: Any, **kwargs: Any) -> Any:
        with transaction.atomic():
            earlier = _claim(request, key)
            if earlier is not None:
                return earlier.answer if again is None else again(request, *args, **kwargs)
            answer = view(request, *args, **kwargs)
            if expected.get() is not None:
                raise Refused("request.edition_unused", status=400)
            plain = _plain(answer)
            if again is None:
                AnsweredRequest.objects.filter(person_id=_who(request), key=key).update(answer=plain)
        return plain

    return once


def _plain(answer: Any) -> Any:
    """As JSON keeps it: a shape, or a list of them."""
    if isinstance(answer, list):
        return [_plain(one) for one in answer]
    return answer.model_dump(mode="json") if isinstance(answer, BaseModel) else answer


def forget_answers(before: datetime) -> int:
    """Remove the answers given before this instant. Returns how many; nobody sends those requests again."""
    return AnsweredRequest.objects.filter(at__lt=before).delete()[0]


def _claim(request: HttpRequest, key: str) -> AnsweredRequest | None:
    """Take the key, or wait for whoever holds it and return what was answered. The person is held as they are until the
    write is done: who was merged into somebody else meanwhile, or shut out, is signed out.
    """
    mark = _fingerprint(request)
    with connection.cursor() as cursor:
        cursor.execute(CLAIM, [key, mark, _who(request)])
        if cursor.rowcount:
            return None
    earlier = AnsweredRequest.objects.filter(person_id=_who(request), key=key).first()
    if earlier is None:
        raise Refused("request.signed_out", status=401)
    if earlier.fingerprint != mark:
        raise Refused("request.key_reused", status=409)
    return earlier


def _fingerprint(request: HttpRequest) -> str:
    """Of all that is asked: address, body or fields, and the bytes of every file."""
    seen = hashlib.sha256(f"{request.method} {request.get_full_path()}\n".encode())
    if request.content_type == "multipart/form-data":
        for name, values in sorted(request.POST.lists()):
            seen.update(repr((name, values)).encode())
        for name, files in sorted(request.FILES.lists()):
            for file in files:
                seen.update(repr((name, file.name, file.size)).encode())
                for chunk in file.chunks():
                    seen.update(chunk)
    else:
        seen.update(request.body)
    return seen.hexdigest()


def _who(request: HttpRequest) -> int:
    if request.user.pk is None:
        raise Refused("request.signed_out", status=401)
    return request.user.pk
