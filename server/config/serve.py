"""The web server: one process of `python -m config.serve`; several may share a port, each with its own share of what
comes in.

One loop reads requests and writes answers at whatever pace a client has; the application's threads hold a request only
from when it is whole, and until its answer is. A file that is sent holds none.
"""

from __future__ import annotations

import argparse
import os
import signal
import socket
import sys

import waitress
from django.conf import settings
from waitress.channel import HTTPChannel
from waitress.task import WSGITask

THREADS = 8
MOST_CONNECTIONS = 2_000
SILENT_SECONDS = 60
"""A connection over which nothing moved for so long is closed."""
SWITCH_SECONDS = 0.0005
"""How long one thread may compute while another, whose answer from the database is there, waits to go on. Python's own
is ten times as long, which every short request waits several times beside a long one."""
MOST_ANSWER_KEPT = 64 * 1024 * 1024
"""Bytes of an answer that wait for a slow client without holding a thread."""


class Answer(WSGITask):  # type: ignore[misc]  # the library has no types
    """An answer that has no body (204, 304) ends with its head (RFC 9112, 6.3), and the connection stays for the next:
    waitress closes it, as it would where it can't tell how long a body is."""

    def set_close_on_finish(self) -> None:
        asked = self.request.headers.get("CONNECTION", "").lower() == "close"
        if self.has_body or asked or self.version != "1.1":
            super().set_close_on_finish()


def main() -> None:
    parser = argparse.ArgumentParser(prog="python -m config.serve")
    parser.add_argument("--host", default="127.0.0.1")
    parser.add_argument("--port", type=int, required=True)
    given = parser.parse_args()
    sys.setswitchinterval(SWITCH_SECONDS)
    _by_pooler()
    from config.wsgi import application

    HTTPChannel.task_class = Answer
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    with socket.socket() as listening:
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        listening.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEPORT, 1)
        listening.bind((given.host, given.port))
        waitress.serve(
            application,
            sockets=[listening],
            threads=THREADS,
            connection_limit=MOST_CONNECTIONS,
            channel_timeout=SILENT_SECONDS,
            outbuf_high_watermark=MOST_ANSWER_KEPT,
            max_request_body_size=settings.REQUEST_MAX_BYTES,
            asyncore_use_poll=True,
            ident=None,
            # What a front server says of the browser is for Django to read; nobody else's word reaches it.
            clear_untrusted_proxy_headers=settings.ALLAUTH_TRUSTED_PROXY_COUNT == 0,
            _quiet=True,
        )


def _by_pooler() -> None:
    """Web processes reach the database through a pooler where one is named; workers, who wait for word from the
    database, and whatever changes its tables go to it themselves."""
    at = os.environ.get("UNVO_WEB_POOLER", "")
    if at:
        host, _, port = at.rpartition(":")
        os.environ |= {"UNVO_DB_HOST": host, "UNVO_DB_PORT": port, "UNVO_DB_POOLED": "1"}


if __name__ == "__main__":
    main()
