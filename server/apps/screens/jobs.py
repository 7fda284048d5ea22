from datetime import UTC, datetime
from typing import Any

from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

from apps.kernel.public import now
from apps.screens.today.week_letter import batches_to_tell, tell_week

AGAIN = RetryStrategy(max_attempts=8, exponential_wait=4)


@app.periodic(cron="5 * * * *")
@app.task(name="screens.send_weeks", queueing_lock="screens.send_weeks")
def send_weeks(timestamp: int) -> None:
    """To those for whom it is Sunday evening: some at a time, so that one who can't be told holds up few."""
    wishes: list[dict[str, Any]] = [
        {"person_ids": people, "first": first}
        for first, people in batches_to_tell(datetime.fromtimestamp(timestamp, UTC))
    ]
    if wishes:
        send_week.batch_defer(*wishes)


@app.task(name="screens.send_week", retry=AGAIN)
def send_week(person_ids: list[int], first: str) -> None:
    tell_week(person_ids, first, now())
