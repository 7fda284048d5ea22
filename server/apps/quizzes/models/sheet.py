from django.conf import settings
from django.db import models


class PaperSheet(models.Model):
    """The questions of one attempt on paper, in one person's numbers. `secret`: of which every seed is made; `code`:
    stands on the sheet; `questions`: [{question, edition, points, seed, drawn}] in order; `attempt`: once it was taken
    in."""

    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    number = models.PositiveSmallIntegerField()
    secret = models.CharField(max_length=40)
    code = models.CharField(max_length=8, unique=True)
    questions = models.JSONField()
    made_at = models.DateTimeField()
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    attempt = models.OneToOneField("quizzes.QuizAttempt", on_delete=models.CASCADE, null=True, related_name="sheet")

    class Meta:
        constraints = [models.UniqueConstraint(fields=["item", "person", "number"], name="sheet_once")]


class SheetFile(models.Model):
    """A picture of what was worked on a sheet."""

    sheet = models.ForeignKey(PaperSheet, on_delete=models.CASCADE, related_name="files")
    stored = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, related_name="+")
    position = models.PositiveSmallIntegerField()

    class Meta:
        ordering = ["position", "id"]
