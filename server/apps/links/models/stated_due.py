from django.db import models

from apps.courses.public import Section, raises_version
from apps.layout.public import Item


class StatedDue(models.Model):
    """The due moment of an item that its system says, for a section or for the whole course; as heard at `at`."""

    item = models.ForeignKey(Item, on_delete=models.CASCADE, related_name="+", db_index=False)
    section = models.ForeignKey(Section, on_delete=models.CASCADE, null=True, related_name="+")
    due = models.DateTimeField()
    at = models.DateTimeField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["item", "section"], nulls_distinct=False, name="stated_due_once")
        ]
        triggers = [raises_version("SELECT course_id FROM layout_item WHERE id = COALESCE(NEW.item_id, OLD.item_id)")]
