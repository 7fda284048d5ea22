"""What the instructor of SRV 110 has announced, and what waits to go out."""

from __future__ import annotations

from datetime import datetime, timedelta

from apps.courses.models import Course
from apps.kernel.written import plain
from apps.layout.queries import layout
from apps.layout.reading.structure import LaidItem
from apps.messages.models import Announcement, AnnouncementRead
from apps.notices.models import Notice
from apps.people.models import Person

THIS_WEEK = 7
ASIDES = {
    1: ("Before the first field day", "Bring your own pencil, 3H. The store lends books and vests from Monday on."),
    2: ("Which set of tapes you had", "The tapes of the second set read two millimetres long; say in your notes which set you had."),
    3: ("If it rains on Thursday", "If it rains on Thursday we level in the hall. Same time, soft shoes."),
    4: ("How large a misclosure may be", "Two groups asked how large a misclosure may be: twelve millimetres times the root of the kilometres."),
    5: ("Centre, level, centre again", "Centre over the nail, level, centre again. Most of last week’s spread came from the first of the three."),
    6: ("Quarters, drawn", "I counted nine quarters that were the wrong way round. Draw them, every time; the discussion has ways to do it."),
    7: ("The loop is booked for Thursday", "The campus loop is booked for both sections. Count the pins aloud; the discussion shows what a lost one looks like."),
}  # fmt: skip


def announce(course: Course, teacher: Person, class_: list[Person], now: datetime) -> None:
    """One a week on its Monday, one that waits for Friday, one out of the ordinary."""
    laid = layout(course)
    for week, (title, aside) in ASIDES.items():
        monday = laid.calendar.week_by_number[week].first_day
        at = datetime.combine(monday, datetime.min.time(), laid.zone).replace(hour=7, minute=30)
        if at > now:
            continue
        items = [i for m in laid.students if m.week == week for i in m.items if i.points and i.span.due]
        html = f"<p>{aside}</p><ul>{''.join(_line(course, i, laid.zone) for i in items[:3])}</ul>"
        html = f"<p>{aside}</p>" if week == THIS_WEEK else html
        row = _say(course, teacher, title, html, at)
        readers = class_ if week < THIS_WEEK else class_[2::2]
        AnnouncementRead.objects.bulk_create(
            AnnouncementRead(announcement=row, person=p, at=min(now, at + timedelta(hours=5))) for p in readers
        )
    friday = {"on": "week", "week": THIS_WEEK, "weekday": 4, "time": "08:00"}
    loop = next(i for i in laid.student_items.values() if i.title.startswith("Field book: campus"))
    _say(course, teacher, "Before the weekend", f"<p>Two days left for the loop:</p><ul>{_line(course, loop, laid.zone)}</ul>",
         None, moment=friday)  # fmt: skip
    closed = "<p>Gate C is closed today and tomorrow for a burst main. Instruments are handed out at Room B10.</p>"
    rare = _say(course, teacher, "Gate C is closed", closed, now - timedelta(hours=2), rare=True)
    AnnouncementRead.objects.bulk_create(
        AnnouncementRead(announcement=rare, person=p, at=now - timedelta(hours=1)) for p in class_[3::2]
    )
    Notice.objects.bulk_create(
        Notice(
            person=p,
            kind="announcement",
            course=course.code,
            title=rare.title,
            line=rare.text,
            address=f"/c/{course.slug}/talk?said={rare.pk}#said-{rare.pk}",
            at=now - timedelta(hours=2),
            shown_at=now - timedelta(hours=2),
            seen_at=None,
        )
        for p in class_[:3]
    )


def _line(course: Course, item: LaidItem, zone: object) -> str:
    due = item.span.due.astimezone(zone) if item.span.due else None  # type: ignore[arg-type]
    said = f", due {due:%a} {due.day} {due:%b}, {due:%H:%M}" if due else ""
    return f'<li><p><a href="/c/{course.slug}/item/{item.id}">{item.title}</a>{said}</p></li>'


def _say(
    course: Course,
    teacher: Person,
    title: str,
    html: str,
    at: datetime | None,
    moment: object = None,
    rare: bool = False,
) -> Announcement:
    return Announcement.objects.create(
        course=course,
        title=title,
        html=html,
        text=plain(html),
        moment=moment,
        rare=rare,
        published=True,
        author=teacher,
        made_at=at or course.opened_at or datetime.min,
        released_at=at,
    )
