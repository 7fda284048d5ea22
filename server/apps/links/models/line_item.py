import uuid

from django.db import models
from django.db.models import Q

from apps.courses.public import Course, Section, raises_version
from apps.layout.public import Item
from apps.links.models.system import LinkedSystem


class LineItem(models.Model):
    """Where a system puts its scores (AGS 2.0): the one of an item on the path, or one that the system made by itself
    and that no item has yet. That one counts nowhere; the date check proposes what to do with it.

    `section`: in which context it was made, for one without an item. `starts`, `ends`: as the system says them.
    """

    key = models.UUIDField(default=uuid.uuid4, unique=True)
    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="+")
    system = models.ForeignKey(LinkedSystem, on_delete=models.CASCADE, related_name="+", db_index=False)
    item = models.ForeignKey(Item, on_delete=models.SET_NULL, null=True, related_name="+", db_index=False)
    section = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="+")
    label = models.CharField(max_length=200)
    most = models.DecimalField(max_digits=9, decimal_places=3)
    resource_id = models.CharField(max_length=256, blank=True)
    tag = models.CharField(max_length=256, blank=True)
    starts = models.DateTimeField(null=True)
    ends = models.DateTimeField(null=True)
    made_by_system = models.BooleanField(default=False)
    made_at = models.DateTimeField()
    dropped_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(fields=["item"], condition=Q(item__isnull=False), name="one_line_item_an_item")
        ]
        indexes = [models.Index(fields=["system", "course"], name="line_items_of_system")]
        # The date check tells of those that a system made by itself.
        triggers = [
            raises_version(
                "CASE WHEN COALESCE(NEW.made_by_system, OLD.made_by_system)"
                " THEN COALESCE(NEW.course_id, OLD.course_id) END"
            )
        ]
