"""What is done by the clock over all apps."""

from apps.kernel.public import collect_files, now
from procrastinate.contrib.django import app

from config.files import wanted_files


@app.periodic(cron="43 3 * * *")
@app.task(name="config.collect_files", queueing_lock="config.collect_files")
def collect_old_files(timestamp: int) -> None:
    """Remove files that nothing holds any more, and parts of uploads that never arrived."""
    collect_files(now(), wanted_files)
