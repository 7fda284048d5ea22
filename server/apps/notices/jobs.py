"""Mail leaves after the transaction that caused it, is tried again when the post fails, and leaves once."""

from datetime import UTC, datetime, timedelta

from django.conf import settings
from django.core.mail import EmailMessage
from django.db import transaction
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from apps.notices.models import SentMail

KEPT = timedelta(days=7)


@app.task(name="notices.send_mail", retry=RetryStrategy(max_attempts=8, exponential_wait=4), pass_context=True)
def send_mail(context: JobContext, to: str, subject: str, body: str) -> None:
    """One mail a job. A worker that is killed while it sends leaves no half: where mail is kept in the database both
    roll back together; another post office gets the same Message-ID a second time and can tell."""
    job = context.job.id or 0
    host = settings.DEFAULT_FROM_EMAIL.rpartition("@")[2].strip(">")
    with transaction.atomic():
        if SentMail.objects.get_or_create(job=job)[1]:
            headers = {"Message-ID": f"<job-{job}@{host}>"}
            EmailMessage(subject=subject, body=body, to=[to], headers=headers).send()


@app.periodic(cron="27 3 * * *")
@app.task(name="notices.forget_sent", queueing_lock="notices.forget_sent")
def forget_sent(timestamp: int) -> None:
    """What says that a mail left is kept as long as its job could come again."""
    SentMail.objects.filter(at__lt=datetime.fromtimestamp(timestamp, UTC) - KEPT).delete()
