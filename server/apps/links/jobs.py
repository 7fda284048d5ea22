"""What links do in the background and by the clock."""

from __future__ import annotations

from procrastinate.contrib.django import app

from apps.links.actions.take_reports import take_reports
from apps.links.lti.keys import renew_key
from apps.links.lti.tokens import forget_used


@app.task(name="links.take_reports", queueing_lock="links.take_reports")
def take() -> None:
    """Woken by what comes in (actions/keep_report.py)."""
    take_reports()


@app.periodic(cron="* * * * *")
@app.task(name="links.take_left", queueing_lock="links.take_left")
def take_left(timestamp: int) -> None:
    """What came in while the other job was ending."""
    take_reports()


@app.periodic(cron="23 * * * *")
@app.task(name="links.keep_house", queueing_lock="links.keep_house")
def keep_house(timestamp: int) -> None:
    """Keys are renewed in time, and what can't come again is forgotten."""
    renew_key()
    forget_used()
