from django.conf import settings
from django.db import models


class Notice(models.Model):
    """What one person is told. `address`: the way to it, within Unvo. `shown_at`: from when it stands in Unvo; null
    where they do without. `mail`: whether it goes by mail, at once or with others once a day; `mailed_at`: when it
    did. `course`: the course's code, to read. `parts`: what stands in the mail in place of the line, as
    `letters.Paragraph` has it. `once`: what is told one person only once, however often it is tried."""

    NONE, ONCE, DAILY = "none", "once", "daily"

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=20)
    course = models.CharField(max_length=20, blank=True)
    title = models.CharField(max_length=300)
    line = models.CharField(max_length=500, blank=True)
    address = models.CharField(max_length=300)
    parts = models.JSONField(default=list)
    once = models.CharField(max_length=60, blank=True)
    at = models.DateTimeField()
    shown_at = models.DateTimeField(null=True)
    seen_at = models.DateTimeField(null=True)
    mail = models.CharField(max_length=5, choices=[(m, m) for m in (NONE, ONCE, DAILY)], default=NONE)
    mailed_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["person", "kind", "once"], name="told_once", condition=~models.Q(once=""))
        ]
        indexes = [
            models.Index(fields=["person", "-at"], name="notice_of_person"),
            models.Index(
                fields=["person"], name="notice_to_mail", condition=models.Q(mail="daily", mailed_at__isnull=True)
            ),
        ]


class NoticeChoice(models.Model):
    """How one person wants to be told of a kind of thing, where that differs from the usual."""

    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    kind = models.CharField(max_length=20)
    here = models.CharField(max_length=8)
    mail = models.CharField(max_length=8)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["person", "kind"], name="one_choice_a_kind")]
