"""What a system reports is kept at once, by one statement; path and gradebook take it from there."""

from __future__ import annotations

from collections.abc import Mapping
from decimal import Decimal
from fractions import Fraction
from typing import Any

from django.db import connection
from psycopg import Cursor
from unvo_core.links.reports import Report

from apps.kernel.public import now

NAMED = "SELECT %(line_item)s AS line_item_id, %(person)s AS person_id"
KEPT = """
kept AS (
    INSERT INTO links_reported (line_item_id, person_id, at, activity, grading, given, most, comment, submitted_at,
                                received_at, taken_at)
    SELECT line_item_id, person_id, %(at)s, %(activity)s, %(grading)s, %(given)s, %(most)s, %(comment)s,
           %(submitted_at)s, %(received_at)s, NULL
    FROM place
    ON CONFLICT (line_item_id, person_id) DO UPDATE SET
        at = EXCLUDED.at, activity = EXCLUDED.activity, grading = EXCLUDED.grading, given = EXCLUDED.given,
        most = EXCLUDED.most, comment = EXCLUDED.comment, submitted_at = EXCLUDED.submitted_at,
        received_at = EXCLUDED.received_at, taken_at = NULL, asked_given = NULL, asked_at = NULL
    WHERE links_reported.at < EXCLUDED.at
    RETURNING 1
)
"""
WOKEN = """
woken AS (
    INSERT INTO procrastinate_jobs (queue_name, task_name, queueing_lock, args, status, priority, attempts,
                                    scheduled_at)
    SELECT 'default', 'links.take_reports', 'links.take_reports', '{}', 'todo', 0, 0, now() + interval '2 seconds'
    FROM kept
    WHERE NOT EXISTS (
        SELECT 1 FROM procrastinate_jobs WHERE queueing_lock = 'links.take_reports' AND status = 'todo'
    )
    ON CONFLICT DO NOTHING
)
"""
"""Two seconds later: what comes in until then is taken along with it."""


PUT_OFF = """
INSERT INTO procrastinate_jobs (queue_name, task_name, queueing_lock, args, status, priority, attempts, scheduled_at)
VALUES ('default', 'links.take_reports', 'links.take_reports', '{}', 'todo', 0, 0, now() + interval '6 seconds')
ON CONFLICT (queueing_lock) WHERE status = 'todo' DO UPDATE SET scheduled_at = EXCLUDED.scheduled_at
"""
"""While they come by the hundred, an item at a time with so many more of it is a third of the work."""


def keep_report(line_item_id: int, person_id: int, report: Report) -> bool:
    """Whether it is newer than what is held, and so was kept. Acknowledged after commit; what two processes send of one
    person at one moment is put in order by the row."""
    return keep_where(NAMED, {"line_item": line_item_id, "person": person_id}, report) == (1, 1)


def keep_where(place: str, which: Mapping[str, Any], report: Report) -> tuple[int, int]:
    """One statement, and so one transaction: `place` is a query that tells line_item_id and person_id, or no row.
    How many places it told, and in how many of them this was newer than what is held."""
    connection.ensure_connection()
    # Django's own cursor has the database plan it anew each time, which takes five times as long as to do it.
    with connection.wrap_database_errors, Cursor[tuple[int, int]](connection.connection) as cursor:
        found = cursor.execute(keeping(place), {**told_by(report), **which}, prepare=True).fetchone()
    return found or (0, 0)


def keeping(place: str) -> str:
    """The statement, in which `place` and what told_by() names are still to be given."""
    return (
        f"WITH place AS ({place}), {KEPT}, {WOKEN}"  # noqa: S608
        " SELECT (SELECT count(*) FROM place), (SELECT count(*) FROM kept)"
    )


def told_by(report: Report) -> dict[str, Any]:
    return {
        "at": report.at,
        "activity": report.activity.value,
        "grading": report.grading.value,
        "given": decimal_of(report.given),
        "most": decimal_of(report.most),
        "comment": report.comment,
        "submitted_at": report.submitted_at,
        "received_at": now(),
    }


def wake() -> None:
    """Have what waits be taken, in the transaction of what came; once, however much comes."""
    with connection.cursor() as cursor:
        cursor.execute(f"WITH kept AS (SELECT 1), {WOKEN} SELECT 1")


def put_off() -> None:
    """Have what waits, and what comes in a while, be taken at once and later."""
    with connection.cursor() as cursor:
        cursor.execute(PUT_OFF)


def decimal_of(value: Fraction | None) -> Decimal | None:
    return None if value is None else Decimal(value.numerator) / Decimal(value.denominator)
