"""Joined to a platform by LTI 1.3: registration, login, launch; all of the protocol is PyLTI1p3's."""

from __future__ import annotations

import json
from datetime import timedelta
from typing import Any
from urllib.parse import parse_qs, urlsplit

import requests
from cryptography.hazmat.primitives import serialization
from cryptography.hazmat.primitives.asymmetric import rsa
from django.conf import settings
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect, JsonResponse
from django.shortcuts import render
from django.views.decorators.csrf import csrf_exempt
from pylti1p3.contrib.django import DjangoCacheDataStorage, DjangoMessageLaunch, DjangoOIDCLogin
from pylti1p3.exception import LtiException, OIDCException
from pylti1p3.tool_config import ToolConfDict

from sets.clock import now
from sets.models import Account, Context, Placed, Platform, Switch, Work
from sets.problems import sets
from sets.sending import due_of

CLAIM = "https://purl.imsglobal.org/spec/lti/claim/"
TOOL = "https://purl.imsglobal.org/spec/lti-tool-configuration"
STATE = "urn:unvo:lti:state_address"
SCOPES = (
    "https://purl.imsglobal.org/spec/lti-ags/scope/lineitem",
    "https://purl.imsglobal.org/spec/lti-ags/scope/result.readonly",
    "https://purl.imsglobal.org/spec/lti-ags/scope/score",
    "https://purl.imsglobal.org/spec/lti-nrps/scope/contextmembership.readonly",
    "urn:unvo:lti:scope:access",
)
BITS = 2048


def configuration() -> ToolConfDict:
    """Every platform that registered, as PyLTI1p3 wants it."""
    found: dict[str, list[dict[str, Any]]] = {}
    rows = list(Platform.objects.all())
    for row in rows:
        found.setdefault(row.issuer, []).append(
            {
                "default": False,
                "client_id": row.client_id,
                "auth_login_url": row.login_url,
                "auth_token_url": row.token_url,
                "key_set_url": row.keys_url,
                "deployment_ids": row.deployments.split(),
            }
        )
    tools = ToolConfDict(found)
    for row in rows:
        tools.set_private_key(row.issuer, row.private_key, client_id=row.client_id)
        tools.set_public_key(row.issuer, row.public_key, client_id=row.client_id)
    return tools


def keys(request: HttpRequest) -> HttpResponse:
    tools = configuration()
    found = [key for row in Platform.objects.all() for key in tools.get_jwks(row.issuer, row.client_id)["keys"]]
    return JsonResponse({"keys": found})


def metadata() -> dict[str, Any]:
    at = settings.ADDRESS
    return {
        "application_type": "web",
        "client_name": "Plumb Line problem sets",
        "response_types": ["id_token"],
        "grant_types": ["implicit", "client_credentials"],
        "initiate_login_uri": f"{at}/login",
        "redirect_uris": [f"{at}/launch"],
        "jwks_uri": f"{at}/keys",
        "token_endpoint_auth_method": "private_key_jwt",
        "scope": " ".join(SCOPES),
        TOOL: {
            "domain": at.partition("://")[2],
            "target_link_uri": f"{at}/launch",
            "custom_parameters": {
                "due": "$ResourceLink.submission.endDateTime",
                "opens": "$ResourceLink.available.startDateTime",
                "most": "$LineItem.resultValue.max",
            },
            "claims": ["iss", "sub", "name"],
            "messages": [
                {"type": "LtiResourceLinkRequest", "target_link_uri": f"{at}/launch"},
                {"type": "LtiDeepLinkingRequest", "target_link_uri": f"{at}/launch"},
            ],
            STATE: f"{at}/state",
        },
    }


@csrf_exempt
def register(request: HttpRequest) -> HttpResponse:
    """Dynamic Registration: the platform opens this with its own address and a token."""
    told = request.GET if request.method == "GET" else request.POST
    about_at, token = told.get("openid_configuration", ""), told.get("registration_token", "")
    if request.method == "GET":
        return render(request, "sets/register.html", {"about": about_at, "token": token})
    try:
        about = requests.get(about_at, timeout=10).json()
        answer = requests.post(
            about["registration_endpoint"],
            json=metadata(),
            headers={"Authorization": f"Bearer {token}"} if token else {},
            timeout=10,
        )
        given = answer.json()
    except (requests.RequestException, ValueError, KeyError):
        return render(request, "sets/register.html", {"failed": "The platform could not be reached."}, status=502)
    if answer.status_code != 200:
        return render(request, "sets/register.html", {"failed": given.get("detail", "It refused.")}, status=400)
    keep_platform(about, given)
    return render(request, "sets/register.html", {"done": True})


def keep_platform(about: dict[str, Any], given: dict[str, Any]) -> Platform:
    pair = rsa.generate_private_key(public_exponent=65537, key_size=BITS)
    private = pair.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    )
    public = pair.public_key().public_bytes(serialization.Encoding.PEM, serialization.PublicFormat.SubjectPublicKeyInfo)
    return Platform.objects.create(
        issuer=about["issuer"],
        client_id=given["client_id"],
        deployments=given[TOOL]["deployment_id"],
        login_url=about["authorization_endpoint"],
        token_url=about["token_endpoint"],
        keys_url=about["jwks_uri"],
        private_key=private.decode(),
        public_key=public.decode(),
    )


@csrf_exempt
def login(request: HttpRequest) -> HttpResponse:
    try:
        begun = DjangoOIDCLogin(request, configuration(), launch_data_storage=DjangoCacheDataStorage())
        return begun.redirect(f"{settings.ADDRESS}/launch")
    except OIDCException as error:
        return render(request, "sets/said.html", {"said": f"This launch can't begin: {error}"}, status=400)


@csrf_exempt
def launch(request: HttpRequest) -> HttpResponse:
    if request.method != "POST":
        return HttpResponseRedirect("/")
    if request.POST.get("error"):
        return render(request, "sets/said.html", {"said": "The platform did not say who you are."}, status=403)
    storage = DjangoCacheDataStorage()
    try:
        message = DjangoMessageLaunch(request, configuration(), launch_data_storage=storage).validate()
    except LtiException as error:
        return render(request, "sets/said.html", {"said": f"This launch can't be believed: {error}"}, status=403)
    claims = message.get_launch_data()
    account, context = _arrived(claims)
    request.session["account"] = account.pk
    if message.is_deep_link_launch():
        return HttpResponseRedirect(f"/pick/{message.get_launch_id()}")
    placed = _placed(context, claims)
    work = _work(account, placed, claims)
    return HttpResponseRedirect(f"/work/{work.pk}")


def _arrived(claims: dict[str, Any]) -> tuple[Account, Context]:
    aud = claims["aud"]
    platform = Platform.objects.get(client_id=aud if isinstance(aud, str) else aud[0])
    told = claims[CLAIM + "context"]
    context, _ = Context.objects.update_or_create(
        platform=platform,
        context_id=told["id"],
        defaults={
            "title": told.get("title", ""),
            "ags": claims.get("https://purl.imsglobal.org/spec/lti-ags/claim/endpoint", {}),
            "nrps": claims.get("https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice", {}),
        },
    )
    teaches = any(role.endswith("#Instructor") for role in claims[CLAIM + "roles"])
    account, _made = Account.objects.get_or_create(
        platform=platform,
        subject=claims["sub"],
        defaults={"until": now() + timedelta(days=Account.TRIAL_DAYS), "teaches": teaches},
    )
    account.name, account.teaches, account.context = claims.get("name", ""), teaches, context
    account.save(update_fields=["name", "teaches", "context"])
    return account, context


def _placed(context: Context, claims: dict[str, Any]) -> Placed:
    custom = claims.get(CLAIM + "custom", {})
    target = parse_qs(urlsplit(claims.get(CLAIM + "target_link_uri", "")).query)
    key = custom.get("set") or target.get("set", [""])[0] or next(iter(sets()))
    link = claims[CLAIM + "resource_link"]
    line_item = claims.get("https://purl.imsglobal.org/spec/lti-ags/claim/endpoint", {}).get("lineitem", "")
    due = due_of(context.platform, line_item) if line_item else None
    placed, _ = Placed.objects.update_or_create(
        context=context,
        link_id=link["id"],
        defaults={
            "set_key": key if key in sets() else next(iter(sets())),
            "title": link.get("title", ""),
            "line_item": line_item,
            "most": custom.get("most") if str(custom.get("most", "")).replace(".", "").isdigit() else 100,
            **({"due": due} if due is not None else {}),
        },
    )
    return placed


def _work(account: Account, placed: Placed, claims: dict[str, Any]) -> Work:
    back = claims.get(CLAIM + "launch_presentation", {}).get("return_url", "")
    due = str(claims.get(CLAIM + "custom", {}).get("due") or "")[:40]
    work, made = Work.objects.get_or_create(
        account=account,
        placed=placed,
        defaults={"seed": f"{account.subject}:{placed.set_key}", "begun_at": now(), "return_url": back, "due": due},
    )
    if not made and (work.return_url, work.due) != (back, due):
        work.return_url, work.due = back, due
        work.save(update_fields=["return_url", "due"])
    return work


def wrong_key(platform: Platform) -> str:
    """The key that signs: another one while the switch for wrong signatures is on."""
    if not Switch.now().wrong_signature:
        return platform.private_key
    pair = rsa.generate_private_key(public_exponent=65537, key_size=BITS)
    return pair.private_bytes(
        serialization.Encoding.PEM, serialization.PrivateFormat.PKCS8, serialization.NoEncryption()
    ).decode()


def as_json(value: Any) -> str:
    return json.dumps(value)
