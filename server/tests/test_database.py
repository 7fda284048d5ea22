"""Connections that wait to be used: which of them the database has closed meanwhile."""

from __future__ import annotations

import select

import psycopg
from config.database.base import has_closed
from django.test import TestCase

from tests.concurrency.test_killed_server import other_connection


class Waiting(TestCase):
    def setUp(self) -> None:
        self.waiting, self.other = self.opened(), self.opened()

    def opened(self) -> psycopg.Connection:
        found = other_connection()
        found.autocommit = True
        self.addCleanup(found.close)
        return found

    def heard_from_the_database(self) -> None:
        """What it says arrives some time after the other connection was answered."""
        heard, _, _ = select.select([self.waiting], [], [], 30)
        self.assertEqual(heard, [self.waiting])

    def test_one_that_nobody_touched_is_there(self) -> None:
        self.assertFalse(has_closed(self.waiting))

    def test_one_that_the_database_ended_is_not(self) -> None:
        self.other.execute("SELECT pg_terminate_backend(%s, 5000)", [self.waiting.info.backend_pid])
        self.heard_from_the_database()
        self.assertTrue(has_closed(self.waiting))

    def test_one_on_which_the_database_said_something_else_is_there_and_has_heard_it(self) -> None:
        self.waiting.execute("LISTEN news")
        self.other.execute("NOTIFY news")
        self.heard_from_the_database()
        self.assertFalse(has_closed(self.waiting))
        self.assertEqual([one.channel for one in self.waiting.notifies(timeout=0)], ["news"])
