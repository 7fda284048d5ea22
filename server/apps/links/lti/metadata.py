"""What a system says of itself when it registers (Dynamic Registration 1.0, 2.2; OpenID Connect Dynamic
Registration)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from unvo_core.links.variables import MOST_LETTERS, MOST_PARAMETERS

from apps.kernel.public import Refused
from apps.links.fetching import refused_address
from apps.links.lti import names
from apps.links.lti.content import origin_of

MOST_REDIRECTS = 20
MOST_ADDRESS = 1000


@dataclass(frozen=True, slots=True, kw_only=True)
class SystemWish:
    """A system as it is to be kept; all addresses looked at."""

    name: str
    login_address: str
    launch_address: str
    redirects: tuple[str, ...]
    keys_address: str = ""
    own_keys: Mapping[str, Any] | None = None
    picking_address: str = ""
    state_address: str = ""
    custom: Mapping[str, str]
    scopes: tuple[str, ...]
    asks_name: bool = False
    asks_email: bool = False


def read_metadata(body: Mapping[str, Any]) -> SystemWish:
    """Raises Refused (400) for what is missing or can't be."""
    told = body.get(names.TOOL_CONFIGURATION)
    if not isinstance(told, Mapping):
        raise Refused("links.no_tool_configuration", status=400)
    responses, grants = body.get("response_types"), body.get("grant_types")
    if not _holds(responses, "id_token") or not _holds(grants, "implicit"):
        raise Refused("links.flow", status=400)
    if body.get("token_endpoint_auth_method") != "private_key_jwt":
        raise Refused("links.auth_method", status=400)
    redirects = body.get("redirect_uris")
    if not isinstance(redirects, Sequence) or isinstance(redirects, str):
        raise Refused("links.no_redirect", status=400)
    claims = [c for c in told.get("claims", ()) if isinstance(c, str)] if isinstance(told.get("claims"), list) else []
    messages = [m for m in told.get("messages", ()) if isinstance(m, Mapping)]
    picking = next((m for m in messages if m.get("type") == names.PICK), None)
    launch = _text(told, "target_link_uri")
    return checked(
        SystemWish(
            name=_text(body, "client_name")[:120],
            login_address=_text(body, "initiate_login_uri"),
            launch_address=launch,
            redirects=tuple(str(one) for one in redirects),
            keys_address=_text(body, "jwks_uri"),
            picking_address=(_text(picking, "target_link_uri") or launch) if picking is not None else "",
            state_address=_text(told, names.OURS + "state_address"),
            custom=_custom(told.get("custom_parameters")),
            scopes=tuple(s for s in names.SCOPES if s in _text(body, "scope", 4000).split()),
            asks_name=bool({"name", "given_name", "family_name"} & set(claims)),
            asks_email="email" in claims,
        )
    )


def checked(wish: SystemWish) -> SystemWish:
    """Raises Refused for addresses that can't be those of a system."""
    if not wish.name.strip():
        raise Refused("links.no_name", status=400)
    if not wish.redirects or len(wish.redirects) > MOST_REDIRECTS:
        raise Refused("links.no_redirect", status=400)
    asked = [wish.login_address, wish.launch_address, *wish.redirects]
    optional = [a for a in (wish.keys_address, wish.picking_address, wish.state_address) if a]
    for address in (*asked, *optional):
        if len(address) > MOST_ADDRESS or refused_address(address):
            raise Refused("links.address", status=400, address=address[:200])
    if not wish.keys_address and not wish.own_keys:
        raise Refused("links.no_keys", status=400)
    origins = {origin_of(address) for address in wish.redirects}
    if origin_of(wish.launch_address) not in origins:
        raise Refused("links.other_host", status=400, address=wish.launch_address[:200])
    return wish


def metadata_out(wish: SystemWish, client_id: str, deployment: str) -> dict[str, Any]:
    """The registration as we keep it, as the system is told."""
    return {
        "client_id": client_id,
        "client_name": wish.name,
        "application_type": "web",
        "response_types": ["id_token"],
        "grant_types": ["implicit", "client_credentials"],
        "initiate_login_uri": wish.login_address,
        "redirect_uris": list(wish.redirects),
        "jwks_uri": wish.keys_address,
        "token_endpoint_auth_method": "private_key_jwt",
        "scope": " ".join(wish.scopes),
        names.TOOL_CONFIGURATION: {
            "version": names.VERSION,
            "deployment_id": deployment,
            "target_link_uri": wish.launch_address,
            "domain": origin_of(wish.launch_address).partition("://")[2],
            "custom_parameters": dict(wish.custom),
            "claims": ["iss", "sub", *(["name"] if wish.asks_name else []), *(["email"] if wish.asks_email else [])],
            "messages": [
                {"type": names.LAUNCH, "target_link_uri": wish.launch_address},
                *([{"type": names.PICK, "target_link_uri": wish.picking_address}] if wish.picking_address else []),
            ],
        },
    }


def _custom(given: Any) -> dict[str, str]:
    if not isinstance(given, Mapping):
        return {}
    return {str(k)[:100]: str(v)[:MOST_LETTERS] for k, v in list(given.items())[:MOST_PARAMETERS]}


def _holds(values: Any, wanted: str) -> bool:
    return isinstance(values, list) and wanted in values


def _text(of: Mapping[str, Any], name: str, most: int = MOST_ADDRESS + 1) -> str:
    value = of.get(name)
    return value.strip()[:most] if isinstance(value, str) else ""
