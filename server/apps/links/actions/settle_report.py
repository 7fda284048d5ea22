"""Two scores of one work: the system's, and the one that stands here. A person says which counts."""

from __future__ import annotations

from apps.courses.public import Course, can_see_student, course_by_slug, membership, students
from apps.gradebook.public import Earned, put_scores
from apps.kernel.public import Actor, Refused, not_found, record, require
from apps.layout.public import layout
from apps.links.actions.take_reports import ATTEMPT, report_of, score_in
from apps.links.models import Reported


def settle_report(actor: Actor, course: Course, item_id: int, person_id: int, take: bool) -> None:
    """`take`: the system's score counts from now on; else what stands here does, and its score is asked about no more
    until it changes."""
    enrolment = students(course).filter(person_id=person_id).first()
    require(can_see_student(membership(actor, course), enrolment.section_id if enrolment else None))
    rows = Reported.objects.select_for_update(of=("self",)).filter(line_item__item_id=item_id, person_id=person_id)
    row, item = rows.first(), layout(course).items.get(item_id)
    if row is None or item is None or enrolment is None:
        raise not_found("report")
    if row.asked_given is not None:
        row.given = row.asked_given
    report = report_of(row)
    if report.given is None or not item.points:
        raise Refused("links.no_score", status=409)
    if take:
        earned = Earned(
            person_id=person_id,
            attempt=ATTEMPT,
            raw=score_in(report, item),
            handed_in_at=report.by,
            comment=report.comment,
        )
        put_scores(actor, course_by_slug(course.slug), item_id, [earned], why="settled by a person", over_people=True)
        row.asked_given, row.asked_at, row.kept_given = None, None, None
        row.save(update_fields=["given", "asked_given", "asked_at", "kept_given"])
    else:
        row.kept_given = row.given
        row.save(update_fields=["kept_given"])
    after = {"person": person_id, "take": take, "given": str(row.given)}
    record(actor, "link.settle", ("item", item_id), course_id=course.pk, after=after)
