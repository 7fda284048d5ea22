"""Where a system sends what was picked (Deep Linking 2.0, 4.5), through the browser. The form of another site brings no
session of ours: who picked, and where, is known from what we sent along."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.db import transaction
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_POST

from apps.kernel.public import Refused, not_found, now, plain_refusal
from apps.links.lti import names
from apps.links.lti.content import read_content
from apps.links.lti.tokens import ASSERTION_SECONDS, audience_is, issuer, once, verified
from apps.links.models import Picking, UsedOnce
from apps.links.queries import deployment_of

MOST_SAID = 500


@csrf_exempt
@require_POST
def picked(request: HttpRequest, key: UUID) -> HttpResponse:
    try:
        picking = Picking.objects.select_related("system", "course").filter(key=key, placed_at=None).first()
        if picking is None or picking.system.off:
            raise not_found("choice of content")
        # Its keys may have to be fetched: nothing is held meanwhile.
        claims = verified(picking.system, request.POST.get("JWT", ""))
        with transaction.atomic():
            _keep(picking, claims)
    except Refused as refusal:
        return plain_refusal(refusal)
    return HttpResponseRedirect(f"/c/{picking.course.slug}/picked/{picking.key}", status=303)


def _keep(picking: Picking, claims: dict[str, Any]) -> None:
    """Keep what was picked; nothing is placed by it. Raises Refused."""
    _right(picking, claims)
    if not Picking.objects.select_for_update().filter(pk=picking.pk, placed_at=None).exists():
        raise not_found("choice of content")
    said = claims.get(names.DEEP + "msg") or claims.get(names.DEEP + "errormsg") or ""
    picking.picked = read_content(picking.system, claims.get(names.DEEP + "content_items", []))
    picking.said, picking.picked_at = str(said)[:MOST_SAID], now()
    picking.save(update_fields=["picked", "said", "picked_at"])


def _right(picking: Picking, claims: dict[str, Any]) -> None:
    """From this system, for us, of this choice, and for the first time."""
    system = picking.system
    if claims.get("iss") != system.client_id:
        raise Refused("links.issuer", status=400)
    if not audience_is(claims, issuer()):
        raise Refused("links.audience", status=400)
    deployment = deployment_of(system, picking.course)
    if deployment is None or claims.get(names.CLAIM + "deployment_id") != deployment.code:
        raise Refused("links.deployment", status=400)
    if claims.get(names.CLAIM + "message_type") != names.PICKED or claims.get(names.CLAIM + "version") != names.VERSION:
        raise Refused("links.message", status=400)
    if claims.get(names.DEEP + "data") != str(picking.key):
        raise Refused("links.other_choice", status=400)
    nonce = claims.get("nonce")
    if not isinstance(nonce, str) or not nonce:
        raise Refused("links.nonce", status=400)
    if not once(UsedOnce.ANSWER, f"{system.pk}:{nonce}", 2 * ASSERTION_SECONDS):
        raise Refused("links.replayed", status=400)
