from django.db import models


class UsedOnce(models.Model):
    """What may come once only: the nonce of a launch, the number of an assertion, of an answer. `kind` names which;
    forgotten after `until`, when its message is too old anyway."""

    LAUNCH, ASSERTION, ANSWER, REGISTRATION = "launch", "assertion", "answer", "registration"

    kind = models.CharField(max_length=12)
    key = models.CharField(max_length=200)
    until = models.DateTimeField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["kind", "key"], name="message_used_once")]
