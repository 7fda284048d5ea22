"""Looking at Unvo as somebody else sees it: an administrator's, marked, logged, and read-only."""

from __future__ import annotations

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse

from apps.kernel.public import Actor, Refused, not_found, record, refused, require
from apps.people.public import Person, can_administer

KEY = "acting"
SAFE = ("GET", "HEAD", "OPTIONS")
ALWAYS = ("/api/administration/acting", "/_allauth/browser/v1/auth/session")
"""To end it, and to sign out."""
OWN = ("/api/calendar-feeds", "/_allauth/")
"""Secret addresses, and where somebody is signed in: nobody else's to see."""


def as_somebody(answer_to: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware, after that of sign-in."""

    def answer(request: HttpRequest) -> HttpResponse:
        acting = request.session.get(KEY)
        if acting is None or not request.user.is_authenticated:
            return answer_to(request)
        person = Person.objects.filter(pk=acting, is_active=True).first()
        if not request.user.administers or person is None:
            del request.session[KEY]
            return answer_to(request)
        if request.path in ALWAYS:
            return answer_to(request)
        if request.path.startswith(OWN):
            return refused(Refused("acting.own", status=403, name=person.name))
        if request.method not in SAFE:
            return refused(Refused("acting.read_only", status=403, name=person.name))
        request.acted_by, request.user = request.user, person  # type: ignore[attr-defined]
        return answer_to(request)

    return answer


def begin(request: HttpRequest, actor: Actor, person_id: int, why: str) -> Person:
    require(can_administer(actor))
    person = Person.objects.filter(pk=person_id, is_active=True).first()
    if person is None:
        raise not_found("person")
    if person.administers:
        raise Refused("acting.administrator", status=403)
    if not why.strip():
        raise Refused("acting.why")
    request.session[KEY] = person.pk
    record(actor, "acting.begin", ("person", person.pk), why=why.strip()[:500])
    return person


def end(request: HttpRequest, actor: Actor) -> None:
    person = request.session.pop(KEY, None)
    if person is not None:
        record(actor, "acting.end", ("person", person))
