"""What the job worker would do with mail, when a test says so."""

from __future__ import annotations

from types import SimpleNamespace
from typing import Any

from apps.notices.jobs import send_mail
from procrastinate.contrib.django.models import ProcrastinateJob


def deliver(job: ProcrastinateJob) -> None:
    context: Any = SimpleNamespace(job=SimpleNamespace(id=job.pk))
    send_mail(context, **job.args)
