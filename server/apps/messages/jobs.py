from procrastinate.contrib.django import app

from apps.kernel.public import now
from apps.messages.actions.announce import release_due


@app.periodic(cron="* * * * *")
@app.task(name="messages.release_due", queueing_lock="messages.release_due")
def release_announcements(timestamp: int) -> None:
    """Announcements whose moment has come."""
    release_due(now())
