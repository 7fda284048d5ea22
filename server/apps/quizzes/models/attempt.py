from django.conf import settings
from django.db import models


class QuizAttempt(models.Model):
    """One attempt of one person. `secret`: of which every seed is made; it never leaves the server. `holder`: the tab
    or device that writes into it. `ends_at`: when the clock hands it in; null without one. `at`: the question that is
    shown where there is no way back. `raw`: its points, null while a person has yet to read a part of it."""

    SELF, CLOCK, TEACHER, PAPER = "self", "clock", "teacher", "paper"
    HOW = (SELF, CLOCK, TEACHER, PAPER)

    course = models.ForeignKey("courses.Course", on_delete=models.CASCADE, related_name="+", db_index=False)
    item = models.ForeignKey("layout.Item", on_delete=models.CASCADE, related_name="+", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    number = models.PositiveSmallIntegerField()
    secret = models.CharField(max_length=40)
    holder = models.CharField(max_length=40)
    started_at = models.DateTimeField()
    ends_at = models.DateTimeField(null=True)
    extra_minutes = models.PositiveSmallIntegerField(default=0)
    at = models.PositiveSmallIntegerField(default=0)
    handed_in_at = models.DateTimeField(null=True)
    how = models.CharField(max_length=8, choices=[(h, h) for h in HOW], blank=True)
    receipt_number = models.CharField(max_length=12, null=True, unique=True)
    receipt = models.JSONField(null=True)
    raw = models.DecimalField(max_digits=7, decimal_places=2, null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["item", "person", "number"], name="quiz_attempt_once"),
            models.UniqueConstraint(
                fields=["item", "person"], condition=models.Q(handed_in_at__isnull=True), name="one_open_attempt"
            ),
            models.CheckConstraint(
                condition=models.Q(handed_in_at__isnull=True, receipt_number__isnull=True, how="")
                | (models.Q(handed_in_at__isnull=False, receipt_number__isnull=False) & ~models.Q(how="")),
                name="attempt_has_receipt",
            ),
        ]
        indexes = [
            models.Index(fields=["ends_at"], condition=models.Q(handed_in_at__isnull=True), name="attempt_ends"),
            models.Index(fields=["course", "person"], name="attempt_of_person"),
        ]


class AttemptQuestion(models.Model):
    """One question in one person's numbers. `edition`: as it was put; `judged_by`: by whose key it counts, another
    where a key was corrected since. `drawn`: the check value of its numbers. `seq`: of the writing that stands, so that
    what comes late from a bad line never overwrites what came after it. `share`: of its points, exact, after its tries;
    null while nothing was judged or a person has yet to read it. `late`: what came after the clock, which counts only
    if a teacher takes it."""

    attempt = models.ForeignKey(QuizAttempt, on_delete=models.CASCADE, related_name="questions", db_index=False)
    question = models.ForeignKey("questions.BankQuestion", on_delete=models.RESTRICT, related_name="+")
    edition = models.ForeignKey("questions.QuestionEdition", on_delete=models.RESTRICT, related_name="+")
    judged_by = models.ForeignKey("questions.QuestionEdition", on_delete=models.RESTRICT, null=True, related_name="+")
    position = models.PositiveSmallIntegerField()
    points = models.DecimalField(max_digits=6, decimal_places=2)
    seed = models.CharField(max_length=120)
    drawn = models.CharField(max_length=16)
    answers = models.JSONField(default=dict)
    seq = models.PositiveBigIntegerField(default=0)
    answered_at = models.DateTimeField(null=True)
    seconds = models.PositiveIntegerField(default=0)
    settled = models.BooleanField(default=False)
    share = models.CharField(max_length=120, null=True)
    by_hand = models.DecimalField(max_digits=6, decimal_places=2, null=True)
    comment = models.TextField(blank=True)
    read_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    read_at = models.DateTimeField(null=True)
    late = models.JSONField(null=True)
    late_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["position"]
        constraints = [models.UniqueConstraint(fields=["attempt", "position"], name="attempt_question_once")]


class Try(models.Model):
    """An answer that was checked before it was handed in."""

    question = models.ForeignKey(AttemptQuestion, on_delete=models.CASCADE, related_name="tries", db_index=False)
    number = models.PositiveSmallIntegerField()
    answers = models.JSONField()
    share = models.CharField(max_length=120)
    at = models.DateTimeField()

    class Meta:
        ordering = ["number"]
        constraints = [models.UniqueConstraint(fields=["question", "number"], name="try_once")]


class AttemptFile(models.Model):
    """A file or a recording that answers a question."""

    question = models.ForeignKey(AttemptQuestion, on_delete=models.CASCADE, related_name="files")
    stored = models.ForeignKey("kernel.StoredFile", on_delete=models.PROTECT, related_name="+")
    position = models.PositiveSmallIntegerField()

    class Meta:
        ordering = ["position", "id"]
