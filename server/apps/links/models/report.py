from django.conf import settings
from django.db import models

from apps.links.models.line_item import LineItem


class Reported(models.Model):
    """The last that a system reported of somebody for a line item (AGS 2.0). `at`: its own word of when; what is not
    later than it is refused. `taken_at`: when path and gradebook had it, null while they have not.

    `asked_given`, `asked_at`: what the system said when it was asked, where that was something else; `kept_given`: the
    one of its scores that a person saw and did not take.
    """

    line_item = models.ForeignKey(LineItem, on_delete=models.CASCADE, related_name="reports", db_index=False)
    person = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.CASCADE, related_name="+")
    at = models.DateTimeField()
    activity = models.CharField(max_length=12)
    grading = models.CharField(max_length=14)
    given = models.DecimalField(max_digits=12, decimal_places=5, null=True)
    most = models.DecimalField(max_digits=12, decimal_places=5, null=True)
    comment = models.TextField(blank=True)
    submitted_at = models.DateTimeField(null=True)
    received_at = models.DateTimeField()
    taken_at = models.DateTimeField(null=True)
    asked_given = models.DecimalField(max_digits=12, decimal_places=5, null=True)
    asked_at = models.DateTimeField(null=True)
    kept_given = models.DecimalField(max_digits=12, decimal_places=5, null=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["line_item", "person"], name="report_once_a_person")]
        indexes = [
            models.Index(fields=["line_item"], name="reports_to_take", condition=models.Q(taken_at__isnull=True))
        ]
