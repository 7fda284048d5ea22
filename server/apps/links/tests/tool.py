"""A tool of its own, written on joserfc and the standard library alone: it knows LTI and nothing of Unvo. Its key set is
served over HTTP on loopback; it calls the platform with whatever client it is given."""

from __future__ import annotations

import base64
import hashlib
import hmac
import json
import re
import time
import uuid
from dataclasses import dataclass, field
from html import unescape
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from threading import Thread
from typing import Any
from urllib.parse import parse_qs, urlencode, urlsplit

from joserfc import jwt
from joserfc.jwk import KeySet, RSAKey

LTI = "https://purl.imsglobal.org/spec/lti/claim/"
DL = "https://purl.imsglobal.org/spec/lti-dl/claim/"
AGS = "https://purl.imsglobal.org/spec/lti-ags/claim/endpoint"
NRPS = "https://purl.imsglobal.org/spec/lti-nrps/claim/namesroleservice"
SCOPES = {
    "lineitem": "https://purl.imsglobal.org/spec/lti-ags/scope/lineitem",
    "result": "https://purl.imsglobal.org/spec/lti-ags/scope/result.readonly",
    "score": "https://purl.imsglobal.org/spec/lti-ags/scope/score",
    "members": "https://purl.imsglobal.org/spec/lti-nrps/scope/contextmembership.readonly",
}


class Pages:
    """What the tool serves: paths to bodies, or to functions that write an answer. `asked` counts the requests."""

    def __init__(self) -> None:
        self.at: dict[str, Any] = {}
        self.asked: list[str] = []
        pages = self

        class Handler(BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                pages.asked.append(self.path)
                body = pages.at.get(urlsplit(self.path).path)
                if callable(body):
                    body(self)
                    return
                self.send_response(404 if body is None else 200)
                content = json.dumps(body).encode()
                self.send_header("Content-Length", str(len(content)))
                self.end_headers()
                self.wfile.write(content)

            do_POST = do_GET

            def log_message(self, *args: object) -> None:
                pass

        self.server = ThreadingHTTPServer(("127.0.0.1", 0), Handler)
        self.host = f"127.0.0.1:{self.server.server_address[1]}"
        Thread(target=self.server.serve_forever, daemon=True).start()

    def close(self) -> None:
        self.server.shutdown()
        self.server.server_close()


@dataclass
class Tool:
    """One tool. `client` speaks to the platform: Django's test client, or anything with get and post."""

    pages: Pages
    key: RSAKey = field(
        default_factory=lambda: RSAKey.generate_key(2048, {"use": "sig", "alg": "RS256"}, auto_kid=True)
    )
    client_id: str = ""
    deployment: str = ""
    issuer: str = ""
    authorize_at: str = ""
    token_at: str = ""
    keys_at: str = ""

    def __post_init__(self) -> None:
        self.base = f"http://{self.pages.host}"
        self.launch_at = f"{self.base}/launch"
        self.publish()

    def publish(self) -> None:
        self.pages.at["/keys"] = {"keys": [self.key.as_dict(private=False)]}

    # Registration

    def metadata(self, **other: Any) -> dict[str, Any]:
        return {
            "application_type": "web",
            "client_name": "Plumb Line Problems",
            "response_types": ["id_token"],
            "grant_types": ["implicit", "client_credentials"],
            "initiate_login_uri": f"{self.base}/login",
            "redirect_uris": [self.launch_at],
            "jwks_uri": f"{self.base}/keys",
            "token_endpoint_auth_method": "private_key_jwt",
            "scope": " ".join(SCOPES.values()),
            "https://purl.imsglobal.org/spec/lti-tool-configuration": {
                "domain": self.pages.host,
                "target_link_uri": self.launch_at,
                "custom_parameters": {"due": "$ResourceLink.submission.endDateTime", "odd": "$Nobody.knows"},
                "claims": ["iss", "sub", "name"],
                "messages": [{"type": "LtiDeepLinkingRequest", "target_link_uri": f"{self.base}/pick"}],
            },
            **other,
        }

    def register(self, client: Any, asked: str, **other: Any) -> Any:
        """`asked`: the address with which the platform opens the registration."""
        query = {name: values[0] for name, values in parse_qs(urlsplit(asked).query).items()}
        about = client.get(query["openid_configuration"]).json()
        self.issuer, self.authorize_at = about["issuer"], about["authorization_endpoint"]
        self.token_at, self.keys_at = about["token_endpoint"], about["jwks_uri"]
        answer = client.post(
            about["registration_endpoint"],
            self.metadata(**other),
            content_type="application/json",
            headers={"Authorization": f"Bearer {query['registration_token']}"},
        )
        if answer.status_code == 200:
            told = answer.json()
            self.client_id = told["client_id"]
            self.deployment = told["https://purl.imsglobal.org/spec/lti-tool-configuration"]["deployment_id"]
        return answer

    # Launch

    def question(self, begun: str, **other: str) -> dict[str, str]:
        """What the tool asks the platform after a launch began at this address of its own."""
        told = {name: values[0] for name, values in parse_qs(urlsplit(begun).query).items()}
        return {
            "scope": "openid",
            "response_type": "id_token",
            "response_mode": "form_post",
            "prompt": "none",
            "client_id": told["client_id"],
            "redirect_uri": self.launch_at,
            "login_hint": told["login_hint"],
            "lti_message_hint": told["lti_message_hint"],
            "state": uuid.uuid4().hex,
            "nonce": uuid.uuid4().hex,
            **other,
        }

    def arrive(self, browser: Any, begun: str, **other: str) -> dict[str, Any]:
        """Go through the whole launch in this browser; returns the claims, all checked as the standard asks."""
        question = self.question(begun, **other)
        form = self.posted(browser.get(f"{self.authorize_at}?{urlencode(question)}"))
        if form["state"] != question["state"]:
            raise AssertionError("another state came back")
        claims = self.read(browser, form["id_token"])
        if claims["nonce"] != question["nonce"]:
            raise AssertionError("another nonce came back")
        return claims

    def posted(self, answer: Any) -> dict[str, str]:
        """The fields of the form that posts itself to the tool."""
        page = answer.content.decode()
        fields = re.findall(r'<input type="hidden" name="([^"]*)" value="([^"]*)">', page)
        if f'action="{self.launch_at}"' not in page:
            raise AssertionError(page)
        return {unescape(name): unescape(value) for name, value in fields}

    def read(self, client: Any, token: str) -> dict[str, Any]:
        """An id_token: signed by the platform's published key, from it, for this tool, now."""
        keys = KeySet.import_key_set(client.get(self.keys_at).json())
        claims = dict(jwt.decode(token, keys, algorithms=["RS256"]).claims)
        asked = jwt.JWTClaimsRegistry(
            now=int(time.time()),
            leeway=60,
            iss={"essential": True, "value": self.issuer},
            aud={"essential": True, "value": self.client_id},
            exp={"essential": True},
            iat={"essential": True},
            sub={"essential": True},
            nonce={"essential": True},
        )
        asked.validate(claims)
        if claims["exp"] - claims["iat"] > 300:
            raise AssertionError("an id_token of more than five minutes")
        return claims

    # Services

    def signed(self, claims: dict[str, Any], key: Any = None, alg: str = "RS256", **head: str) -> str:
        key = key or self.key
        return jwt.encode({"alg": alg, "kid": self.key.kid, "typ": "JWT", **head}, claims, key, algorithms=[alg])

    def assertion(self, **other: Any) -> dict[str, Any]:
        at = int(time.time())
        return {
            "iss": self.client_id,
            "sub": self.client_id,
            "aud": self.token_at,
            "iat": at,
            "exp": at + 60,
            "jti": uuid.uuid4().hex,
            **other,
        }

    def ask_token(self, client: Any, assertion: str, *scopes: str) -> Any:
        return client.post(
            self.token_at,
            {
                "grant_type": "client_credentials",
                "client_assertion_type": "urn:ietf:params:oauth:client-assertion-type:jwt-bearer",
                "client_assertion": assertion,
                "scope": " ".join(SCOPES[name] for name in scopes),
            },
        )

    def token(self, client: Any, *scopes: str) -> str:
        answer = self.ask_token(client, self.signed(self.assertion()), *scopes)
        if answer.status_code != 200:
            raise AssertionError(answer.content)
        return str(answer.json()["access_token"])

    def call(self, client: Any, method: str, address: str, token: str, body: Any = None, kind: str = "") -> Any:
        headers = {"Authorization": f"Bearer {token}"}
        sent = {} if body is None else {"data": json.dumps(body), "content_type": kind or "application/json"}
        return getattr(client, method.lower())(address, headers=headers, **sent)

    def score(self, user: str, given: float, most: float, at: str, **other: Any) -> dict[str, Any]:
        return {
            "userId": user,
            "scoreGiven": given,
            "scoreMaximum": most,
            "timestamp": at,
            "activityProgress": "Completed",
            "gradingProgress": "FullyGraded",
            **other,
        }

    # Picking

    def picked(self, claims: dict[str, Any], items: list[dict[str, Any]], **other: Any) -> str:
        """The signed answer to a deep linking request with these claims."""
        at = int(time.time())
        settings = claims[DL + "deep_linking_settings"]
        return self.signed(
            {
                "iss": self.client_id,
                "aud": self.issuer,
                "iat": at,
                "exp": at + 60,
                "nonce": uuid.uuid4().hex,
                LTI + "message_type": "LtiDeepLinkingResponse",
                LTI + "version": "1.3.0",
                LTI + "deployment_id": claims[LTI + "deployment_id"],
                DL + "content_items": items,
                **({DL + "data": settings["data"]} if "data" in settings else {}),
                **other,
            }
        )


def unsigned(claims: dict[str, object], alg: str = "none") -> str:
    return ".".join(encoded(json.dumps(part).encode()) for part in ({"alg": alg, "typ": "JWT"}, claims)) + "."


def signed_by_public_key(tool: Tool, claims: dict[str, object]) -> str:
    """HS256 with the public key as the secret: what a careless reader of `alg` takes for signed."""
    head = {"alg": "HS256", "kid": tool.key.kid, "typ": "JWT"}
    text = ".".join(encoded(json.dumps(part).encode()) for part in (head, claims))
    mark = hmac.new(tool.key.as_pem(private=False), text.encode(), hashlib.sha256).digest()
    return f"{text}.{encoded(mark)}"


def encoded(part: bytes) -> str:
    return base64.urlsafe_b64encode(part).rstrip(b"=").decode()
