"""What the house does for itself, by the clock."""

from datetime import UTC, datetime, timedelta

from procrastinate.contrib.django import app

from apps.kernel.writes import forget_answers

KEPT = timedelta(days=2)
"""A device that was offline sends what it kept for so long with its old key."""


@app.periodic(cron="17 * * * *")
@app.task(name="kernel.forget_answers", queueing_lock="kernel.forget_answers")
def forget_old_answers(timestamp: int) -> None:
    """Remove what was kept of requests that nobody sends again."""
    forget_answers(datetime.fromtimestamp(timestamp, UTC) - KEPT)
