"""Scores that come by the hundred a second, kept by one statement before the rest of the way that a request goes."""

from __future__ import annotations

from collections.abc import Callable
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from django.urls import path
from unvo_core.links.reports import read_report
from unvo_core.problems import Problem

from apps.kernel.public import Refused
from apps.links.actions.keep_report import keep_where
from apps.links.keys import key_of
from apps.links.lti import names
from apps.links.services.doors import body_of, pace_of, token_of
from apps.links.services.pace import in_pace
from apps.links.services.scores import scores
from apps.links.services.urls import LINE

BELOW = "lti/"
SCORES = path(f"{BELOW}{LINE}/scores", scores)
PLACE = """
WITH line AS MATERIALIZED (
    SELECT line.id FROM links_lineitem line
    JOIN layout_item item ON item.id = line.item_id
    JOIN layout_module module ON module.id = item.module_id
    WHERE line.key = %(key)s AND line.course_id = %(course)s AND line.system_id = %(system)s
    AND line.dropped_at IS NULL AND NOT item.removed AND NOT module.removed
), put_to_use AS MATERIALIZED (
    SELECT system.id FROM links_linkedsystem system
    JOIN courses_course course ON course.id = %(course)s AND COALESCE(system.course_id, course.id) = course.id
    JOIN links_deployment deployed ON deployed.system_id = system.id
    AND COALESCE(deployed.course_id, course.id) = course.id
    WHERE system.id = %(system)s AND NOT system.off AND NOT system.waits AND %(scope)s = ANY (system.scopes)
    AND course.removed_at IS NULL AND course.archived_at IS NULL
    LIMIT 1
), student AS MATERIALIZED (
    SELECT known.person_id FROM links_known known
    JOIN courses_enrolment enrolment ON enrolment.person_id = known.person_id
    WHERE known.subject = %(subject)s AND known.system_id = %(system)s
    AND enrolment.course_id = %(course)s AND enrolment.role = 'student' AND %(section)s IN (0, enrolment.section_id)
)
SELECT line.id AS line_item_id, student.person_id FROM line, put_to_use, student
"""
"""Where a score goes, if all that the steps below look at one by one is as it should be; no row if anything is not."""


def scores_at_once(answer_to: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: scores come by the hundred a second, and nobody's session or page stands behind them. One that is as
    it should be is kept by one statement; whatever keeps one from being kept so is found step by step, and said."""

    def answered(request: HttpRequest) -> HttpResponse:
        if request.method == "POST" and request.path_info.startswith(f"/{BELOW}"):
            found = SCORES.resolve(request.path_info[1:])
            if found is not None and _kept_at_once(request, **found.kwargs):
                return HttpResponse(status=204)
        return answer_to(request)

    return answered


def _kept_at_once(request: HttpRequest, course_id: int, section_id: int, key: UUID) -> bool:
    try:
        system_id, scopes = token_of(request)
        body = body_of(request)
    except Refused:
        return False
    report = read_report(body)
    if names.SCORES not in scopes or isinstance(report, Problem) or not in_pace(pace_of(system_id)):
        return False
    which = {"key": key, "system": system_id, "scope": names.SCORES, "course": course_id, "section": section_id}
    return keep_where(PLACE, {**which, "subject": key_of(body.get("userId"))}, report) == (1, 1)
