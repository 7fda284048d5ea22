"""Scores that a system sends (AGS 2.0, 3.4), and what became of them (3.3)."""

from __future__ import annotations

from typing import Any
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from unvo_core.links.reports import read_report
from unvo_core.problems import Problem

from apps.courses.public import refuse_archived, students
from apps.gradebook.public import cells_of_item, graded_row
from apps.kernel.public import Refused, not_found
from apps.links.actions.keep_report import keep_report
from apps.links.keys import key_of
from apps.links.lti import names
from apps.links.lti.messages import service_base
from apps.links.models import Known, LineItem
from apps.links.people import subject_of
from apps.links.services.doors import (
    Caller,
    Context,
    answer_json,
    body_of,
    context_of,
    link_to_next,
    page_of,
    service,
)
from apps.links.services.line_items import row_of


@service(POST=(names.SCORES,))
def scores(request: HttpRequest, caller: Caller, course_id: int, section_id: int, key: UUID) -> HttpResponse:
    """204 when it is kept. What is not later than what is held is refused (409), and changes nothing."""
    context = context_of(caller, course_id, section_id)
    refuse_archived(context.course)
    row = row_of(caller, context, str(key))
    body = body_of(request)
    report = read_report(body)
    if isinstance(report, Problem):
        raise Refused(report.code, status=400, fields=[report], given=report.params)
    person_id = member_of(caller, context, body.get("userId"))
    if not keep_report(row.pk, person_id, report):
        raise Refused("links.older", status=409)
    return HttpResponse(status=204)


def member_of(caller: Caller, context: Context, subject: Any) -> int:
    """Who is meant: a student of this context, by the name under which this system knows them. Nobody else is there."""
    person_id = subject_of(caller.system, subject)
    if person_id is None:
        raise not_found("member")
    here = students(context.course).filter(person_id=person_id)
    if context.section is not None:
        here = here.filter(section=context.section)
    if not here.exists():
        raise not_found("member")
    return person_id


@service(GET=(names.RESULTS_READ,))
def results(request: HttpRequest, caller: Caller, course_id: int, section_id: int, key: str) -> HttpResponse:
    """What counts of each for this line item, as the gradebook has it (AGS 2.0, 3.3): after a person changed it too,
    and before it is released. `user_id` asks for one."""
    context = context_of(caller, course_id, section_id)
    row = row_of(caller, context, key)
    start, limit = page_of(request)
    base = f"{service_base(context.course, context.section)}/line-items/{row.key}/results"
    found = _results(caller, context, row, request.GET.get("user_id"))
    shown = [{"id": f"{base}/{one['userId']}", "scoreOf": base.rpartition("/")[0], **one} for one in found]
    answer = answer_json(shown[start : start + limit], names.RESULTS_TYPE)
    if more := link_to_next(request, base, start, limit, len(shown) > start + limit):
        answer["Link"] = more
    return answer


def _results(caller: Caller, context: Context, row: LineItem, only: str | None) -> list[dict[str, Any]]:
    graded = graded_row(context.course, row.item_id) if row.item_id is not None else None
    if graded is None:
        return []
    here = students(context.course)
    if context.section is not None:
        here = here.filter(section=context.section)
    known = Known.objects.filter(system=caller.system, person_id__in=here.values("person_id")).order_by("pk")
    known = known.filter(former=False) if only is None else known.filter(subject=key_of(only))
    cells = cells_of_item(graded)
    found = []
    for one in known:
        cell = cells.get(one.person_id)
        if cell is None or not cell.attempts:
            continue
        last = cell.attempts[-1]
        told = {"userId": str(one.subject), "resultScore": float(last.raw), "resultMaximum": float(row.most)}
        found.append(told | ({"comment": last.comment} if last.comment else {}))
    return found
