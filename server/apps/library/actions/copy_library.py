from __future__ import annotations

from apps.courses.public import Course
from apps.kernel.public import copied, with_own_files
from apps.layout.changes import with_addresses
from apps.library.models import Entry
from apps.links.public import systems_here

COPIED = ("shelf", "title", "address", "steps", "visit_steps", "notes", "position", "published")


def copy_library(source: Course, course: Course, items: dict[int, int]) -> None:
    """Every shelf but the recordings, which are of that term; links and files follow. Part of copying a course."""
    usable = set(systems_here(course).values_list("pk", flat=True))
    entries = Entry.objects.filter(course=source, removed=False).exclude(shelf=Entry.RECORDINGS).select_related("file")
    for entry in entries.order_by("id"):
        made = Entry.objects.create(
            course=course,
            system=entry.system if entry.system_id in usable else None,
            **{name: getattr(entry, name) for name in COPIED},
        )
        owner = ("library_entry", made.pk)
        shown = with_own_files(entry.html, ("library_entry", entry.pk), course.pk, owner)
        made.html = with_addresses(shown, items, course.slug)
        made.file = copied(entry.file, course.pk, owner) if entry.file else None
        made.save(update_fields=["html", "file"])
