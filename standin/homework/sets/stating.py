"""What the stand-in holds, told to the platform that asks (what Unvo adds to LTI: docs/links.md of the platform)."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any

import jwt
import requests
from django.conf import settings
from django.http import HttpRequest, HttpResponse, JsonResponse
from django.utils.dateparse import parse_datetime
from django.views.decorators.csrf import csrf_exempt

from sets.models import Account, Context, Placed, Platform, Sent, Switch


@csrf_exempt
def state(request: HttpRequest) -> HttpResponse:
    platform = _asking(request)
    if platform is None:
        return JsonResponse({"error": "not signed by a platform that is known here"}, status=401)
    context = Context.objects.filter(platform=platform, context_id=request.GET.get("context", "")).first()
    if context is None:
        return JsonResponse({"lineItems": [], "members": []})
    if request.method == "POST":
        _take_dates(context, json.loads(request.body or b"{}"))
    return JsonResponse({"lineItems": _line_items(context), "members": _members(context)})


def _asking(request: HttpRequest) -> Platform | None:
    """The platform whose token this is: signed by its key set, for this address."""
    token = request.headers.get("Authorization", "").partition(" ")[2]
    try:
        said = jwt.decode(token, options={"verify_signature": False})
        platform = Platform.objects.filter(issuer=said.get("iss"), client_id=said.get("sub")).first()
        if platform is None:
            return None
        found = requests.get(platform.keys_url, timeout=10).json()
        kid = jwt.get_unverified_header(token).get("kid")
        key = next(k for k in jwt.PyJWKSet.from_dict(found).keys if k.key_id == kid)
        jwt.decode(token, key.key, algorithms=["RS256"], audience=f"{settings.ADDRESS}/state", issuer=platform.issuer)
    except (jwt.PyJWTError, requests.RequestException, StopIteration, ValueError):
        return None
    return platform


def _line_items(context: Context) -> list[dict[str, Any]]:
    off = timedelta(hours=Switch.now().wrong_dates)
    found = []
    for placed in Placed.objects.filter(context=context).exclude(line_item=""):
        sent = Sent.objects.filter(placed=placed)
        due = placed.due + off if placed.due else None
        found.append(
            {
                "id": placed.line_item,
                "label": placed.title,
                **({"endDateTime": due.isoformat()} if due else {}),
                "scores": [one.body for one in sent],
            }
        )
    return found


def _members(context: Context) -> list[dict[str, Any]]:
    rows = Account.objects.filter(context=context, teaches=False)
    return [
        {
            "userId": one.subject,
            "context": context.context_id,
            "access": {"kind": one.access, "until": one.until and one.until.isoformat(), "code": one.code},
        }
        for one in rows
    ]


def _take_dates(context: Context, body: dict[str, Any]) -> None:
    """The platform's dates are taken over; that is what its teachers asked for."""
    for line in body.get("lineItems", []):
        due = parse_datetime(line.get("endDateTime") or "")
        Placed.objects.filter(context=context, line_item=line.get("id", "")).update(due=due)
