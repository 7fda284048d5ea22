"""Our public keys, and what we say of ourselves to a system that registers."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.http import require_GET

from apps.links.lti import names
from apps.links.lti.keys import published_keys
from apps.links.lti.tokens import ALGORITHM, issuer
from apps.links.services.doors import answer_json
from apps.links.services.token import token_address

KEPT_SECONDS = 3600


@require_GET
def keys(request: HttpRequest) -> HttpResponse:
    """A JSON Web Key Set (RFC 7517)."""
    answer = answer_json(published_keys(), "application/json")
    answer["Cache-Control"] = f"public, max-age={KEPT_SECONDS}"
    return answer


@require_GET
def configuration(request: HttpRequest) -> HttpResponse:
    """OpenID Connect's description of ourselves, with LTI's part (Dynamic Registration 1.0, 2.1)."""
    base = issuer()
    about = {
        "issuer": base,
        "authorization_endpoint": f"{base}/lti/authorize",
        "registration_endpoint": f"{base}/lti/register",
        "jwks_uri": f"{base}/lti/keys",
        "token_endpoint": token_address(),
        "token_endpoint_auth_methods_supported": ["private_key_jwt"],
        "token_endpoint_auth_signing_alg_values_supported": [ALGORITHM],
        "scopes_supported": ["openid", *names.SCOPES],
        "response_types_supported": ["id_token"],
        "response_modes_supported": ["form_post"],
        "grant_types_supported": ["implicit", "client_credentials"],
        "subject_types_supported": ["pairwise"],
        "id_token_signing_alg_values_supported": [ALGORITHM],
        "claims_supported": ["iss", "sub", "aud", "exp", "iat", "nonce", "name", "email", "locale"],
        names.PLATFORM_CONFIGURATION: {
            "product_family_code": "unvo",
            "version": settings.VERSION,
            "messages_supported": [{"type": names.LAUNCH}, {"type": names.PICK}],
            "variables": list(names.VARIABLES),
        },
    }
    return answer_json(about, "application/json")
