from __future__ import annotations

import uuid

from django.db import models

from apps.courses.public import raises_version
from apps.layout.public import Item
from apps.links.models.system import MOST_ADDRESS, LinkedSystem


class Standing(models.Manager["Placement"]):
    def get_queryset(self) -> models.QuerySet[Placement]:
        return super().get_queryset().filter(removed=False)


class Placement(models.Model):
    """Which content of which system an item opens. With the section it makes the resource link of LTI: `key` says
    which, a link belongs to one context.

    `address`: of the content, empty for the system's own start. `resource_id`, `tag`: by which the system knows it.
    `removed`: it was set back; `objects` are those that stand.
    """

    item = models.OneToOneField(Item, on_delete=models.CASCADE, related_name="placement")
    system = models.ForeignKey(LinkedSystem, on_delete=models.PROTECT, related_name="placements")
    key = models.UUIDField(default=uuid.uuid4, unique=True)
    address = models.URLField(max_length=MOST_ADDRESS, blank=True)
    custom = models.JSONField(default=dict, blank=True)
    resource_id = models.CharField(max_length=256, blank=True)
    tag = models.CharField(max_length=256, blank=True)
    framed = models.BooleanField(null=True)
    removed = models.BooleanField(default=False)

    every = models.Manager["Placement"]()
    objects = Standing()

    class Meta:
        triggers = [raises_version("SELECT course_id FROM layout_item WHERE id = COALESCE(NEW.item_id, OLD.item_id)")]
