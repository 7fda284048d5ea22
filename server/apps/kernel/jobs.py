"""What the house does for itself, by the clock."""

from datetime import UTC, datetime, timedelta

from procrastinate import JobContext
from procrastinate.contrib.django import app

from apps.kernel.pieces import forget_pieces
from apps.kernel.writes import forget_answers

KEPT = timedelta(days=2)
"""A device that was offline sends what it kept for so long with its old key."""
SILENT_SECONDS = 60
"""A worker that gave no sign for so long is dead: it gives one every ten seconds."""


@app.periodic(cron="17 * * * *")
@app.task(name="kernel.forget_answers", queueing_lock="kernel.forget_answers")
def forget_old_answers(timestamp: int) -> None:
    """Remove what was kept of requests that nobody sends again."""
    forget_answers(datetime.fromtimestamp(timestamp, UTC) - KEPT)


@app.periodic(cron="47 * * * *")
@app.task(name="kernel.forget_pieces", queueing_lock="kernel.forget_pieces")
def forget_old_pieces(timestamp: int) -> None:
    """Remove what came of files that nobody goes on with."""
    forget_pieces(datetime.fromtimestamp(timestamp, UTC))


@app.periodic(cron="* * * * *")
@app.task(name="kernel.take_up_stalled", queueing_lock="kernel.take_up_stalled", pass_context=True)
async def take_up_stalled(context: JobContext, timestamp: int) -> None:
    """Work whose worker was killed under it goes back into the queue."""
    manager = context.app.job_manager
    for job in await manager.get_stalled_jobs(seconds_since_heartbeat=SILENT_SECONDS):
        await manager.retry_job(job)
