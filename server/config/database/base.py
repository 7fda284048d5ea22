"""Django's PostgreSQL, with a question to the database only where a connection of its pool may have been closed."""

from __future__ import annotations

import select
from typing import Any

import psycopg
from django.db.backends.postgresql import base
from psycopg_pool import ConnectionPool


class DatabaseWrapper(base.DatabaseWrapper):
    """A connection that the database closed meanwhile fails no request, and hardly any request waits for an answer to
    nothing."""

    def get_new_connection(self, conn_params: dict[str, Any]) -> Any:
        connection = super().get_new_connection(conn_params)
        while self.pool and has_closed(connection):
            connection.close()
            self.pool.putconn(connection)
            connection = super().get_new_connection(conn_params)
        return connection


def has_closed(connection: psycopg.Connection[Any]) -> bool:
    """A database that closes a connection says so, and on one that nobody uses it says hardly anything else: a setting
    that was changed. So it is asked only where something was said."""
    if connection.closed:
        return True
    said = select.poll()
    said.register(connection.fileno(), select.POLLIN)
    if not said.poll(0):
        return False
    try:
        ConnectionPool.check_connection(connection)
    except psycopg.Error:
        return True
    return False
