"""What the job worker would do with mail, when a test says so."""

from __future__ import annotations

from types import SimpleNamespace
from typing import Any

from apps.notices import jobs
from procrastinate.contrib.django.models import ProcrastinateJob

TASKS: dict[str, Any] = {
    "notices.send_mail": jobs.send_mail,
    "notices.send_notice": jobs.send_notice,
    "notices.send_day": jobs.send_day,
}


def deliver(job: ProcrastinateJob) -> None:
    context: Any = SimpleNamespace(job=SimpleNamespace(id=job.pk))
    TASKS[job.task_name](context, **job.args)


def deliver_all() -> int:
    """Every mail that waits, in order. Returns how many."""
    waiting = list(ProcrastinateJob.objects.filter(task_name__in=TASKS, status="todo").order_by("pk"))
    for job in waiting:
        deliver(job)
    return len(waiting)
