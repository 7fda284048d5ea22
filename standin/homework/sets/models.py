"""What the stand-in keeps: platforms, people as platforms name them, their work."""

from django.db import models


class Platform(models.Model):
    """`deployments`: under which it may send people, with spaces between."""

    issuer = models.URLField(max_length=500)
    client_id = models.CharField(max_length=100, unique=True)
    deployments = models.TextField()
    login_url = models.URLField(max_length=500)
    token_url = models.URLField(max_length=500)
    keys_url = models.URLField(max_length=500)
    private_key = models.TextField()
    public_key = models.TextField()


class Context(models.Model):
    """A class of a platform: a section of a course."""

    platform = models.ForeignKey(Platform, on_delete=models.CASCADE)
    context_id = models.CharField(max_length=200)
    title = models.CharField(max_length=300)
    ags = models.JSONField(default=dict)
    nrps = models.JSONField(default=dict)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["platform", "context_id"], name="context_once")]


class Account(models.Model):
    """A person as one platform names them. `access`: none, trial, paid or code, `until` its end."""

    TRIAL_DAYS = 14

    platform = models.ForeignKey(Platform, on_delete=models.CASCADE)
    subject = models.CharField(max_length=200)
    name = models.CharField(max_length=200, blank=True)
    teaches = models.BooleanField(default=False)
    context = models.ForeignKey(Context, on_delete=models.SET_NULL, null=True)
    access = models.CharField(max_length=8, default="trial")
    until = models.DateTimeField(null=True)
    code = models.CharField(max_length=80, blank=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["platform", "subject"], name="account_once")]


class Placed(models.Model):
    """A set as a class of a platform opens it. `due`: of the class, as the platform said it last."""

    context = models.ForeignKey(Context, on_delete=models.CASCADE)
    link_id = models.CharField(max_length=200)
    set_key = models.CharField(max_length=20)
    title = models.CharField(max_length=300)
    line_item = models.URLField(max_length=500, blank=True)
    most = models.DecimalField(max_digits=8, decimal_places=2, default=100)
    due = models.DateTimeField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["context", "link_id"], name="placed_once")]


class Work(models.Model):
    """`due`: of this person, as the platform wrote it when they came last."""

    account = models.ForeignKey(Account, on_delete=models.CASCADE)
    placed = models.ForeignKey(Placed, on_delete=models.CASCADE)
    seed = models.CharField(max_length=60)
    return_url = models.URLField(max_length=500, blank=True)
    due = models.CharField(max_length=40, blank=True)
    begun_at = models.DateTimeField()
    handed_in_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["account", "placed"], name="work_once")]


class Tried(models.Model):
    """One try of a problem. `share` of its points; null for a form error, which costs no try."""

    work = models.ForeignKey(Work, on_delete=models.CASCADE, related_name="tries")
    number = models.PositiveSmallIntegerField()
    answer = models.JSONField()
    share = models.CharField(max_length=40, blank=True)
    form_error = models.CharField(max_length=300, blank=True)
    at = models.DateTimeField()


class Outgoing(models.Model):
    """A score that a platform has still to take: sent until it does."""

    placed = models.ForeignKey(Placed, on_delete=models.CASCADE)
    account = models.ForeignKey(Account, on_delete=models.CASCADE)
    body = models.JSONField()
    after = models.DateTimeField()
    tries = models.PositiveSmallIntegerField(default=0)


class Sent(models.Model):
    """The last score of each that a platform took: what is told when it asks."""

    placed = models.ForeignKey(Placed, on_delete=models.CASCADE)
    account = models.ForeignKey(Account, on_delete=models.CASCADE)
    body = models.JSONField()

    class Meta:
        constraints = [models.UniqueConstraint(fields=["placed", "account"], name="sent_once")]


class Switch(models.Model):
    """One row: how the stand-in misbehaves. `wrong_dates`: it states due moments so many hours off."""

    slow_ms = models.PositiveIntegerField(default=0)
    down = models.BooleanField(default=False)
    late_seconds = models.PositiveIntegerField(default=0)
    wrong_dates = models.IntegerField(default=0)
    wrong_signature = models.BooleanField(default=False)

    @classmethod
    def now(cls) -> "Switch":
        return cls.objects.first() or cls()
