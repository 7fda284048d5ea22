from django.db import models


class SentMail(models.Model):
    """A mail that left, by the job that sent it: the job taken up a second time sends nothing."""

    job = models.BigIntegerField(unique=True)
    at = models.DateTimeField(auto_now_add=True)
