"""What the clock does: hands in whose time is up, and lets scores out when their moment has come."""

from datetime import datetime, timedelta

from django.db import transaction
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app

from apps.kernel.public import now
from apps.quizzes.actions.hand_in import hand_in_by_clock
from apps.quizzes.actions.show import show_due_scores
from apps.quizzes.models import QuizAttempt

AGAIN = RetryStrategy(max_attempts=8, wait=1)
SECOND = timedelta(seconds=1)


def hand_in_at(attempt_id: int, at: datetime) -> None:
    """Queued in the transaction of whatever sets the time. One that comes too early does nothing: a later time has
    queued its own."""
    hand_in_attempt.configure(schedule_at=at).defer(attempt_id=attempt_id)


@app.task(name="quizzes.hand_in", retry=AGAIN)
def hand_in_attempt(attempt_id: int) -> None:
    with transaction.atomic():
        hand_in_by_clock(attempt_id)


@app.periodic(cron="* * * * *")
@app.task(name="quizzes.hand_in_overdue", queueing_lock="quizzes.hand_in_overdue")
def hand_in_overdue(timestamp: int) -> None:
    """Those whose own job was lost."""
    late = QuizAttempt.objects.filter(handed_in_at=None, ends_at__lt=now() - 5 * SECOND, item__removed=False)
    for attempt in late.values_list("pk", flat=True)[:500]:
        hand_in_attempt.defer(attempt_id=attempt)


@app.periodic(cron="* * * * *")
@app.task(name="quizzes.show_scores", queueing_lock="quizzes.show_scores")
def show_scores(timestamp: int) -> None:
    show_due_scores(now())
