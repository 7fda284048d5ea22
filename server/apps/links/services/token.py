"""Tokens for the services: client credentials with an assertion that the system signs (RFC 6749, RFC 7523; Security
Framework 1.0, 4.1)."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_POST

from apps.kernel.public import Refused, sentence
from apps.links.lti import names
from apps.links.lti.tokens import ASSERTION_SECONDS, SKEW_SECONDS, audience_is, issuer, once, said_issuer, verified
from apps.links.models import LinkedSystem, UsedOnce
from apps.links.services.doors import TOKEN_SECONDS, answer_json, bearer
from apps.links.services.pace import in_pace

MOST_TOKENS_A_MINUTE = 120


class Faulty(Exception):
    """A word of OAuth for what is wrong, and our code of the sentence beside it."""

    def __init__(self, error: str, code: str, status: int = 400) -> None:
        super().__init__(error)
        self.error, self.code, self.status = error, code, status


def token_address() -> str:
    return f"{issuer()}/lti/token"


@csrf_exempt
@require_POST
def token(request: HttpRequest) -> HttpResponse:
    try:
        system, scopes = _granted(request)
    except Faulty as fault:
        told = {"error": fault.error, "error_description": sentence(fault.code, {})}
        return _unkept(answer_json(told, "application/json", fault.status))
    given = {
        "access_token": bearer(system, scopes),
        "token_type": "Bearer",
        "expires_in": TOKEN_SECONDS,
        "scope": " ".join(scopes),
    }
    return _unkept(answer_json(given, "application/json"))


def _unkept(answer: HttpResponse) -> HttpResponse:
    answer["Cache-Control"] = "no-store"
    return answer


def _granted(request: HttpRequest) -> tuple[LinkedSystem, list[str]]:
    """Who asks, and which of the scopes that they ask for are theirs. Raises Faulty."""
    form = request.POST
    if form.get("grant_type") != "client_credentials":
        raise Faulty("unsupported_grant_type", "links.grant_type")
    if form.get("client_assertion_type") != names.ASSERTION_TYPE:
        raise Faulty("invalid_request", "links.assertion_type")
    system = _caller(form.get("client_assertion", ""))
    if not in_pace(f"token:{system.pk}", MOST_TOKENS_A_MINUTE):
        raise Faulty("temporarily_unavailable", "links.pace", 429)
    wanted = form.get("scope", "").split()
    scopes = [scope for scope in wanted if scope in system.scopes and scope in names.SCOPES]
    if not scopes:
        raise Faulty("invalid_scope", "links.scope")
    return system, scopes


def _caller(assertion: str) -> LinkedSystem:
    """The system whose assertion this is: signed by it, for us, now, and never seen before."""
    system = LinkedSystem.objects.filter(client_id=said_issuer(assertion), off=False, waits=False).first()
    if system is None:
        raise Faulty("invalid_client", "links.client", 401)
    try:
        claims = verified(system, assertion)
    except Refused as refusal:
        raise Faulty("invalid_client", refusal.code, 401) from refusal
    if claims.get("iss") != system.client_id or claims.get("sub") != system.client_id:
        raise Faulty("invalid_client", "links.client", 401)
    if not audience_is(claims, token_address(), issuer()):
        raise Faulty("invalid_client", "links.audience", 401)
    number = claims.get("jti")
    kept = ASSERTION_SECONDS + 2 * SKEW_SECONDS
    if not isinstance(number, str) or not number or len(number) > 150:
        raise Faulty("invalid_client", "links.number", 401)
    if not once(UsedOnce.ASSERTION, f"{system.pk}:{number}", kept):
        raise Faulty("invalid_client", "links.replayed", 401)
    return system
