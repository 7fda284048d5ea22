"""Django's PostgreSQL, with connections of its pool looked at without asking the database."""

from __future__ import annotations

import select
from typing import Any

import psycopg
from django.db.backends.postgresql import base


class DatabaseWrapper(base.DatabaseWrapper):
    """A connection that the database closed meanwhile fails no request, and no request waits for an answer to nothing:
    what was closed has said so, and a connection that nobody uses has nothing else to say."""

    def get_new_connection(self, conn_params: dict[str, Any]) -> Any:
        connection = super().get_new_connection(conn_params)
        while self.pool and has_closed(connection):
            connection.close()
            self.pool.putconn(connection)
            connection = super().get_new_connection(conn_params)
        return connection


def has_closed(connection: psycopg.Connection[Any]) -> bool:
    """Whether the database said something that nobody asked for: its farewell, or the end of the line."""
    if connection.closed:
        return True
    said = select.poll()
    said.register(connection.fileno(), select.POLLIN)
    return bool(said.poll(0))
