"""Fetch from an address that somebody outside named: only from the open network, little, and soon.

The name is looked up once, every address that it has is looked at, and the connection goes to the very one that was
looked at: a name that changes in between changes nothing. Nothing is followed to somewhere else.
"""

from __future__ import annotations

import ipaddress
import json
import socket
import ssl
import threading
from collections.abc import Mapping
from contextlib import suppress
from typing import Any
from urllib.parse import urlsplit

from django.conf import settings
from urllib3.connection import HTTPConnection, HTTPSConnection
from urllib3.exceptions import HTTPError
from urllib3.response import BaseHTTPResponse

from apps.kernel.public import readable

MOST_BYTES = 256 * 1024
SECONDS = 8
"""For all of it, whatever pace the other side has."""
CHUNK = 16 * 1024


class NotFetched(Exception):
    """`code`: address, private, away, slow, large, status or unreadable, as `links.fetch.*` says it."""

    def __init__(self, code: str, **params: object) -> None:
        super().__init__(code)
        self.code = code
        self.params = params


def fetch_json(address: str, *, method: str = "GET", headers: Mapping[str, str] | None = None, body: Any = None) -> Any:
    """What the address answers, as JSON. Raises NotFetched."""
    given = None if body is None else json.dumps(body).encode()
    sent = {"Accept": "application/json", **({"Content-Type": "application/json"} if given else {}), **(headers or {})}
    status, content = fetch(address, method=method, headers=sent, body=given)
    if status != 200:
        raise NotFetched("status", status=status)
    try:
        return readable(json.loads(content))
    except (ValueError, RecursionError) as error:
        raise NotFetched("unreadable") from error


def fetch(
    address: str, *, method: str = "GET", headers: Mapping[str, str] | None = None, body: bytes | None = None
) -> tuple[int, bytes]:
    """Status and body. Raises NotFetched."""
    try:
        parts = urlsplit(address)
        host, port = parts.hostname or "", parts.port or (443 if parts.scheme == "https" else 80)
    except ValueError as error:
        raise NotFetched("address") from error
    if refused := refused_address(address):
        raise NotFetched(refused)
    connection = _connection(parts.scheme, host, port, _looked_up(host, port))
    path = (parts.path or "/") + (f"?{parts.query}" if parts.query else "")
    late, timer = threading.Event(), None
    try:
        connection.connect()
        # The response takes the socket away from its connection; it is held here, to be cut in time.
        timer = threading.Timer(SECONDS, _cut, (connection.sock, late))
        timer.start()
        connection.request(
            method,
            path,
            body=body,
            headers={"Host": parts.netloc.rpartition("@")[2], "User-Agent": "Unvo", **(headers or {})},
            preload_content=False,
            decode_content=False,
        )
        answer = connection.getresponse()
        found = _bounded(answer)
        if late.is_set():
            raise NotFetched("slow")
        return answer.status, found
    except NotFetched:
        raise
    except (HTTPError, OSError, ValueError) as error:
        raise NotFetched("slow" if late.is_set() else "away") from error
    finally:
        if timer is not None:
            timer.cancel()
        connection.close()


def refused_address(address: str) -> str:
    """Why an address can't be one of a system ('address'), before anything is asked; empty when it can."""
    try:
        parts = urlsplit(address)
        netloc = f"{parts.hostname}:{parts.port}" if parts.port else str(parts.hostname)
    except ValueError:
        return "address"
    if not parts.hostname or parts.username or parts.password or "\\" in address:
        return "address"
    if parts.scheme == "https" or (parts.scheme == "http" and netloc in settings.LINKS_PRIVATE_HOSTS):
        return ""
    return "address"


def _looked_up(host: str, port: int) -> str:
    """The address of the network to connect to; refused when any that the name has is not of the open network."""
    try:
        found = [str(info[4][0]) for info in socket.getaddrinfo(host, port, type=socket.SOCK_STREAM)]
    except (OSError, UnicodeError) as error:
        raise NotFetched("away") from error
    if f"{host}:{port}" not in settings.LINKS_PRIVATE_HOSTS and not all(_is_open(one) for one in found):
        raise NotFetched("private")
    return found[0]


def _is_open(address: str) -> bool:
    ip = ipaddress.ip_address(address.partition("%")[0])
    inner = getattr(ip, "ipv4_mapped", None) or getattr(ip, "sixtofour", None)
    return ip.is_global and not ip.is_multicast and (inner is None or inner.is_global)


def _connection(scheme: str, host: str, port: int, ip: str) -> HTTPConnection:
    if scheme == "http":
        return HTTPConnection(ip, port, timeout=SECONDS)
    return HTTPSConnection(
        ip,
        port,
        timeout=SECONDS,
        server_hostname=host,
        assert_hostname=host,
        ssl_context=ssl.create_default_context(),
    )


def _bounded(answer: BaseHTTPResponse) -> bytes:
    found = b""
    while chunk := answer.read(CHUNK):
        found += chunk
        if len(found) > MOST_BYTES:
            raise NotFetched("large")
    return found


def _cut(connected: socket.socket, late: threading.Event) -> None:
    late.set()
    with suppress(OSError):
        connected.shutdown(socket.SHUT_RDWR)
