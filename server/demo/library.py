"""What stands in the library of SRV 110."""

from __future__ import annotations

from datetime import datetime, timedelta

from apps.courses.models import Course
from apps.kernel.actors import SYSTEM
from apps.kernel.uploads import store
from apps.layout.models import Item, Syllabus
from apps.library.models import Entry, ErrorReport
from apps.people.models import Person
from django.core.files.base import ContentFile

FORM = b"station,backsight,HI,foresight,elevation\nBM 1,,,,100.000\n,,,,\n"

ENTRIES: tuple[tuple[str, str, dict[str, object]], ...] = (
    (
        "people",
        "Ines Varga-Oduya",
        {
            "notes": {
                "role": "instructor",
                "answers": "the course, scores, dates, allowances",
                "hours": "Tue 14:00 to 16:00, Room B10",
                "contact": "ines.varga-oduya@ostrell.example",
            }
        },
    ),
    (
        "people",
        "Instrument store",
        {
            "notes": {
                "role": "store",
                "answers": "instruments, rods, broken or missing kit",
                "hours": "Mon to Fri 8:00 to 17:00, yard gate C",
            }
        },
    ),
    (
        "people",
        "Help desk",
        {
            "notes": {
                "role": "technical help",
                "answers": "sign-in, passwords, a file that will not upload",
                "hours": "daily 7:00 to 22:00",
                "contact": "help@ostrell.example",
            }
        },
    ),
    (
        "textbook",
        "Measuring Land, course reader",
        {"html": "<p>Printed at the college, in the shop from week 0. Sections follow the weeks.</p>"},
    ),
    (
        "handouts",
        "Level notes, empty form",
        {"html": "<p>Print two a field day.</p>", "file": "level-notes.csv"},
    ),
    (
        "tools",
        "Homework system",
        {
            "html": "<p>The linked sets are worked there; you come to it from the item, signed on.</p>",
            "visit_steps": 2,
            "steps": [
                "Open any linked set from the week sheet",
                "Agree to its terms",
                "Enter the access code from your course reader, or take the trial of 14 days",
                "Do the set 'How answers are typed'",
            ],
        },
    ),
    (
        "tools",
        "Drawing program",
        {"html": "<p>Any that writes PDF. Needed from week 9.</p>", "steps": ["Install it", "Draw the yard loop once"]},
    ),
    ("equipment", "Field book, pencil 3H", {"notes": {"where": "shop, or your own; needed from week 1"}}),
    ("equipment", "Vest and boots", {"notes": {"where": "your own; nobody goes into the yard without"}}),
    (
        "errata",
        "Reader, section 4.2, example 3",
        {"notes": {"reads": "correction = + 0.012 m", "should": "correction = − 0.012 m"}},
    ),
    (
        "faq",
        "May two of us book in one field book?",
        {"html": "<p>One book a crew, but each hands in photographs of the pages they booked, with initials.</p>"},
    ),
    (
        "faq",
        "My misclosure is 1 : 900. Do I go out again?",
        {"html": "<p>Below 1 : 2000 yes. Check the arithmetic first: a swapped sign gives just such a figure.</p>"},
    ),
)


def stock(course: Course, reporter: Person, now: datetime) -> None:
    """Shelves, a syllabus, and one error that a student has reported."""
    for n, (shelf, title, fields) in enumerate(ENTRIES):
        rest = {k: v for k, v in fields.items() if k != "file"}
        entry = Entry.objects.create(course=course, shelf=shelf, title=title, position=n * 10, **rest)
        if fields.get("file"):
            entry.file = store(SYSTEM, course.pk, ContentFile(FORM, str(fields["file"])), ("library_entry", entry.pk))
            entry.save(update_fields=["file"])
    Syllabus.objects.create(course=course, item=Item.objects.get(course=course, title="Syllabus"))
    reading = Item.objects.filter(course=course, title="Latitudes and departures").first()
    ErrorReport.objects.create(
        course=course,
        item=reading,
        person=reporter,
        text="The table of the example has the departure of DE without its sign.",
        at=now - timedelta(hours=20),
    )
