"""Where a system asks who comes (OpenID Connect 1.0, implicit flow as the Security Framework 1.0, 5.1.1 narrows it),
and is answered through the browser."""

from __future__ import annotations

from collections.abc import Mapping
from urllib.parse import urlsplit

from csp.constants import SELF
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import render
from django.urls import reverse
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_http_methods

from apps.kernel.public import Refused, plain_refusal, readable
from apps.links.actions.launch import message_for
from apps.links.lti.hints import read_hints
from apps.links.lti.tokens import signed
from apps.links.models import LinkedSystem
from apps.people.public import Person

MUST_BE = {"scope": "openid", "response_type": "id_token", "response_mode": "form_post", "prompt": "none"}
MOST_LETTERS = 2000


@csrf_exempt
@require_http_methods(["GET", "POST"])
def authorize(request: HttpRequest) -> HttpResponse:
    """A question that names no system of ours, or an address that is not one of its own, is answered here and nowhere
    else; every other fault goes back to the system as OpenID Connect says."""
    given = request.GET if request.method == "GET" else request.POST
    if request.method == "POST" and not request.user.is_authenticated:
        # A form of another site brings no session of ours; the same question as a link does.
        return HttpResponseRedirect(f"{reverse('lti-authorize')}?{given.urlencode()}", status=303)
    asked: dict[str, str] = readable(given.dict())
    system = LinkedSystem.objects.filter(client_id=asked.get("client_id", ""), off=False, waits=False).first()
    if system is None:
        return plain_refusal(Refused("links.client", status=400))
    back = asked.get("redirect_uri", "")
    if back not in system.redirects:
        return plain_refusal(Refused("links.redirect", status=400, system=system.name))
    state = {"state": asked["state"]} if asked.get("state") else {}
    if wrong := _wrong(asked):
        return _post_back(request, back, {"error": wrong, **state})
    if not isinstance(request.user, Person):
        return _post_back(request, back, {"error": "login_required", **state})
    try:
        hint = read_hints(asked["login_hint"], asked.get("lti_message_hint", ""))
        token = signed(message_for(request.user, system, hint, asked["nonce"]))
    except Refused as refusal:
        return plain_refusal(refusal)
    return _post_back(request, back, {"id_token": token, **state})


def _wrong(asked: Mapping[str, str]) -> str:
    """The error of OpenID Connect that the question deserves; empty for none."""
    if any(len(value) > MOST_LETTERS for value in asked.values()):
        return "invalid_request"
    if asked.get("scope") != MUST_BE["scope"]:
        return "invalid_scope"
    if asked.get("response_type") != MUST_BE["response_type"]:
        return "unsupported_response_type"
    if any(asked.get(name) != MUST_BE[name] for name in ("response_mode", "prompt")):
        return "invalid_request"
    return "" if asked.get("nonce") and asked.get("login_hint") else "invalid_request"


def _post_back(request: HttpRequest, to: str, fields: Mapping[str, str]) -> HttpResponse:
    """A page that posts itself, and has a button for where it does not."""
    parts = urlsplit(to)
    answer = render(request, "links/post_back.html", {"to": to, "fields": fields})
    answer._csp_replace = {  # type: ignore[attr-defined]
        "form-action": [f"{parts.scheme}://{parts.netloc}"],
        "frame-ancestors": [SELF],
    }
    answer["X-Frame-Options"] = "SAMEORIGIN"
    answer["Cache-Control"] = "no-store"
    answer["Referrer-Policy"] = "no-referrer"
    return answer
