from __future__ import annotations

from apps.courses.public import Course, Seat, can_enter, can_teach, membership
from apps.kernel.public import Actor, Refused, not_found, now, record, require
from apps.layout.public import layout
from apps.library.models import ErrorReport
from apps.library.policies import readable_reports
from apps.path.public import require_open

LONGEST_REPORT = 1000
MOST_OPEN = 20


def report_error(actor: Actor, course: Course, item_id: int | None, text: str) -> ErrorReport:
    """'I found an error', with its place. Teachers see it in the library until it is settled."""
    member = membership(actor, course)
    require(can_enter(member))
    if item_id is not None and member.teaches and item_id not in layout(course).items:
        raise not_found("item")
    if item_id is not None and not member.teaches:
        require_open(course, item_id, actor)
    text = text.strip()
    if not text:
        raise Refused("text.empty", field="The report")
    if len(text) > LONGEST_REPORT:
        raise Refused("text.too_long", field="The report", length=len(text), most=LONGEST_REPORT)
    if ErrorReport.objects.filter(course=course, person_id=actor.person_id or 0, settled_at=None).count() >= MOST_OPEN:
        raise Refused("report.too_many", most=MOST_OPEN)
    made = ErrorReport.objects.create(
        course=course, item_id=item_id, person_id=actor.person_id or 0, text=text, at=now()
    )
    record(actor, "library.report", ("report", made.pk), course_id=course.pk, after={"item": item_id})
    return made


def settle_report(actor: Actor, course: Course, report_id: int, settled: bool) -> None:
    member = membership(actor, course)
    require(can_teach(member))
    mine = readable_reports({course.pk: Seat(course, member)})
    changed = ErrorReport.objects.filter(mine, course=course, pk=report_id).update(
        settled_at=now() if settled else None, settled_by_id=actor.person_id if settled else None
    )
    if not changed:
        raise not_found("report")
    record(actor, "library.settle", ("report", report_id), course_id=course.pk, after={"settled": settled})
