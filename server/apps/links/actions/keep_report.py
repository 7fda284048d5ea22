"""What a system reports is kept at once, by one statement; path and gradebook take it from there."""

from __future__ import annotations

from decimal import Decimal
from fractions import Fraction

from django.db import connection, transaction
from unvo_core.links.reports import Report

from apps.kernel.public import now

KEEP = """
INSERT INTO links_reported (line_item_id, person_id, at, activity, grading, given, most, comment, submitted_at,
                            received_at, taken_at)
VALUES (%s, %s, %s, %s, %s, %s, %s, %s, %s, %s, NULL)
ON CONFLICT (line_item_id, person_id) DO UPDATE SET
    at = EXCLUDED.at, activity = EXCLUDED.activity, grading = EXCLUDED.grading, given = EXCLUDED.given,
    most = EXCLUDED.most, comment = EXCLUDED.comment, submitted_at = EXCLUDED.submitted_at,
    received_at = EXCLUDED.received_at, taken_at = NULL, asked_given = NULL, asked_at = NULL
WHERE links_reported.at < EXCLUDED.at
"""
WAKE = """
INSERT INTO procrastinate_jobs (queue_name, task_name, queueing_lock, args, status, priority, attempts)
SELECT 'default', 'links.take_reports', 'links.take_reports', '{}', 'todo', 0, 0
WHERE NOT EXISTS (
    SELECT 1 FROM procrastinate_jobs WHERE queueing_lock = 'links.take_reports' AND status = 'todo'
)
ON CONFLICT DO NOTHING
"""


def keep_report(line_item_id: int, person_id: int, report: Report) -> bool:
    """Whether it is newer than what is held, and so was kept. Acknowledged after commit; what two processes send of one
    person at one moment is put in order by the row."""
    with transaction.atomic(), connection.cursor() as cursor:
        cursor.execute(
            KEEP,
            [
                line_item_id,
                person_id,
                report.at,
                report.activity,
                report.grading,
                decimal_of(report.given),
                decimal_of(report.most),
                report.comment,
                report.submitted_at,
                now(),
            ],
        )
        kept = bool(cursor.rowcount)
        if kept:
            wake()
        return kept


def wake() -> None:
    """Have what waits be taken, in the transaction of what came; once, however much comes."""
    with connection.cursor() as cursor:
        cursor.execute(WAKE)


def decimal_of(value: Fraction | None) -> Decimal | None:
    return None if value is None else Decimal(value.numerator) / Decimal(value.denominator)
