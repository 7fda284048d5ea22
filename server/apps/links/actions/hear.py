from __future__ import annotations

from apps.courses.public import Course
from apps.kernel.public import now
from apps.links.models import Freshness, LinkedSystem


def hear(system_id: int, course: Course) -> None:
    """A system told something of a course: it is not away, whatever failed before."""
    row = freshness(system_id, course)
    at = now()
    hour = at.replace(minute=0, second=0, microsecond=0).isoformat()
    row.hours = [*(h for h in row.hours if h != hour), hour][-Freshness.MOST_HOURS :]
    row.heard_at, row.failures, row.failed_at, row.failure = at, 0, None, ""
    row.save(update_fields=["hours", "heard_at", "failures", "failed_at", "failure"])


def fail(system: LinkedSystem, course: Course, why: str) -> None:
    """It was asked and did not answer, or not so that it can be read."""
    row = freshness(system.pk, course)
    row.failures, row.failed_at, row.failure = row.failures + 1, now(), why[:20]
    row.save(update_fields=["failures", "failed_at", "failure"])


def freshness(system_id: int, course: Course) -> Freshness:
    """Held until the transaction ends."""
    Freshness.objects.bulk_create([Freshness(system_id=system_id, course=course)], ignore_conflicts=True)
    return Freshness.objects.select_for_update().get(system_id=system_id, course=course)
