"""Mail leaves after the transaction that caused it, is tried again when the post fails, and leaves once."""

from datetime import UTC, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.conf import settings
from django.core.mail import EmailMessage, EmailMultiAlternatives
from django.db import transaction
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app

from apps.kernel.public import now
from apps.notices.letters import daily_letter, letter_of, mail_of, plain_html
from apps.notices.models import Notice, SentMail
from apps.people.public import Person

KEPT = timedelta(days=7)
AGAIN = RetryStrategy(max_attempts=8, exponential_wait=4)
DAILY_HOUR = 17


def message_id(job: int) -> str:
    """Another post office gets the same one a second time and can tell."""
    host = settings.DEFAULT_FROM_EMAIL.rpartition("@")[2].strip(">")
    return f"<job-{job}@{host}>"


def send_once(job: int, message: EmailMessage) -> None:
    """One mail a job. A worker that is killed while it sends leaves no half: where mail is kept in the database both
    roll back together."""
    with transaction.atomic():
        if SentMail.objects.get_or_create(job=job)[1]:
            message.send()


@app.task(name="notices.send_mail", retry=AGAIN, pass_context=True)
def send_mail(context: JobContext, to: str, subject: str, body: str) -> None:
    job = context.job.id or 0
    message = EmailMultiAlternatives(subject, body, to=[to], headers={"Message-ID": message_id(job)})
    message.attach_alternative(plain_html(body), "text/html")
    send_once(job, message)


@app.task(name="notices.send_notice", retry=AGAIN, pass_context=True)
def send_notice(context: JobContext, notice_id: int) -> None:
    """A notice by mail, at once; nothing where its reader has chosen otherwise or read it meanwhile."""
    job = context.job.id or 0
    with transaction.atomic():
        notice = Notice.objects.select_for_update(of=("self",)).select_related("person").filter(pk=notice_id).first()
        if notice is None or notice.mail != Notice.ONCE or notice.mailed_at or not notice.person.is_active:
            return
        Notice.objects.filter(pk=notice_id).update(mailed_at=now())
        person = notice.person
        send_once(job, mail_of(letter_of(notice), (person.name, person.email), person.pk, message_id(job)))


@app.periodic(cron="0 * * * *")
@app.task(name="notices.send_daily", queueing_lock="notices.send_daily")
def send_daily(timestamp: int) -> None:
    """To those for whom it is the hour: a job each, so that one who can't be reached holds up nobody."""
    at = datetime.fromtimestamp(timestamp, UTC)
    waiting = Person.objects.filter(
        pk__in=Notice.objects.filter(mail=Notice.DAILY, mailed_at=None).values("person_id"), is_active=True
    )
    wishes: list[dict[str, Any]] = [
        {"person_id": pk}
        for pk, zone in waiting.values_list("pk", "zone")
        if at.astimezone(ZoneInfo(zone or "UTC")).hour == DAILY_HOUR
    ]
    if wishes:
        send_day.batch_defer(*wishes)


@app.task(name="notices.send_day", retry=AGAIN, pass_context=True)
def send_day(context: JobContext, person_id: int) -> None:
    """What a day brought, as one mail; what was seen in Unvo meanwhile is left out."""
    job = context.job.id or 0
    with transaction.atomic():
        rows = Notice.objects.filter(person_id=person_id, mail=Notice.DAILY, mailed_at=None)
        waiting = list(rows.select_for_update(of=("self",)).select_related("person").order_by("at", "pk"))
        Notice.objects.filter(pk__in=[n.pk for n in waiting]).update(mailed_at=now())
        unseen = [n for n in waiting if n.seen_at is None]
        if unseen and unseen[0].person.is_active:
            person = unseen[0].person
            send_once(job, mail_of(daily_letter(unseen), (person.name, person.email), person.pk, message_id(job)))


@app.periodic(cron="27 3 * * *")
@app.task(name="notices.forget_sent", queueing_lock="notices.forget_sent")
def forget_sent(timestamp: int) -> None:
    """What says that a mail left is kept as long as its job could come again."""
    SentMail.objects.filter(at__lt=datetime.fromtimestamp(timestamp, UTC) - KEPT).delete()
