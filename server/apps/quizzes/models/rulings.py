from django.conf import settings
from django.db import models


class QuestionRuling(models.Model):
    """What was decided about a question of a quiz after it had been put: taken out, or given to all."""

    OUT, ALL = "out", "all"
    KINDS = (OUT, ALL)

    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+", db_index=False)
    question = models.ForeignKey("questions.BankQuestion", on_delete=models.RESTRICT, related_name="+")
    kind = models.CharField(max_length=3, choices=[(k, k) for k in KINDS])
    why = models.TextField(blank=True)
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["item", "question"], name="one_ruling")]


class Rescoring(models.Model):
    """A corrected key laid over what was answered before. `before`: by question of an attempt, the edition that judged
    it and its share, so that it can be set back; null once it was."""

    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+")
    question = models.ForeignKey("questions.BankQuestion", on_delete=models.RESTRICT, related_name="+")
    edition = models.ForeignKey("questions.QuestionEdition", on_delete=models.RESTRICT, related_name="+")
    before = models.JSONField()
    at = models.DateTimeField()
    by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    set_back_at = models.DateTimeField(null=True)
