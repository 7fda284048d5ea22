import uuid

from django.conf import settings
from django.contrib.postgres.fields import ArrayField
from django.db import models

from apps.courses.public import Course, raises_versions

MOST_ADDRESS = 1000
WHERE_PLACED = """id IN (
    SELECT item.course_id FROM links_placement placed
    JOIN layout_item item ON item.id = placed.item_id
    WHERE placed.system_id = {system}
)"""
"""Courses with items that a system opens."""


class LinkedSystem(models.Model):
    """A homework system joined by LTI 1.3. `course`: the only one that it serves, for one that an instructor brought;
    null for one of the whole place.

    `login_address`: where a launch begins there; `launch_address`: where it ends unless a link says otherwise;
    `redirects`: the addresses to which alone an id_token is sent. `keys_address`, or `own_keys` where it has none;
    `kept_keys` were fetched at `keys_at`. `picking_address`: where content is picked, empty when it offers none.
    `state_address`: where it says what it holds (docs/links.md), empty when it does not. `scopes`: which services it
    may call. `sends_name`, `sends_email`: which personal data go out. `framed`: opened inside our page, or in a
    window of its own. `waits`: registered by itself and not yet let in.
    """

    key = models.UUIDField(default=uuid.uuid4, unique=True)
    client_id = models.CharField(max_length=64, unique=True)
    name = models.CharField(max_length=120)
    course = models.ForeignKey(Course, on_delete=models.CASCADE, null=True, related_name="+")
    login_address = models.URLField(max_length=MOST_ADDRESS)
    launch_address = models.URLField(max_length=MOST_ADDRESS)
    redirects = ArrayField(models.URLField(max_length=MOST_ADDRESS), default=list)
    keys_address = models.URLField(max_length=MOST_ADDRESS, blank=True)
    own_keys = models.JSONField(null=True)
    kept_keys = models.JSONField(null=True)
    keys_at = models.DateTimeField(null=True)
    picking_address = models.URLField(max_length=MOST_ADDRESS, blank=True)
    state_address = models.URLField(max_length=MOST_ADDRESS, blank=True)
    custom = models.JSONField(default=dict, blank=True)
    scopes = ArrayField(models.CharField(max_length=120), default=list)
    sends_name = models.BooleanField(default=True)
    sends_email = models.BooleanField(default=False)
    framed = models.BooleanField(default=False)
    waits = models.BooleanField(default=False)
    off = models.BooleanField(default=False)
    made_by = models.ForeignKey(settings.AUTH_USER_MODEL, on_delete=models.PROTECT, null=True, related_name="+")
    made_at = models.DateTimeField()

    class Meta:
        ordering = ["name", "pk"]
        triggers = [raises_versions(WHERE_PLACED.format(system="NEW.id"), "course", "name", "off", "waits")]


class Deployment(models.Model):
    """Where a system is put to use: the whole place, or one course. A system may have several."""

    system = models.ForeignKey(LinkedSystem, on_delete=models.CASCADE, related_name="deployments")
    code = models.CharField(max_length=64)
    course = models.ForeignKey(Course, on_delete=models.CASCADE, null=True, related_name="+")

    class Meta:
        triggers = [raises_versions(WHERE_PLACED.format(system="COALESCE(NEW.system_id, OLD.system_id)"))]
        constraints = [
            models.UniqueConstraint(fields=["system", "code"], name="deployment_code_once"),
            models.UniqueConstraint(fields=["system", "course"], nulls_distinct=False, name="deployed_once_a_place"),
        ]
