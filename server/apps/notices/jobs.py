"""Mail leaves after the transaction that caused it, and is tried again when the post fails."""

from django.core.mail import EmailMessage
from procrastinate import RetryStrategy
from procrastinate.contrib.django import app


@app.task(name="notices.send_mail", retry=RetryStrategy(max_attempts=8, exponential_wait=4))
def send_mail(to: str, subject: str, body: str) -> None:
    EmailMessage(subject=subject, body=body, to=[to]).send()
