"""Scores that come by the hundred a second, kept by one statement before the rest of the way that a request goes."""

from __future__ import annotations

from collections.abc import Iterable
from io import BytesIO
from time import monotonic
from typing import TYPE_CHECKING
from uuid import UUID

from django.conf import settings
from django.db import Error
from django.urls import path
from unvo_core.links.reports import read_report
from unvo_core.problems import Problem

from apps.kernel.public import REQUEST_NUMBER, Refused, own_number, tell_request
from apps.links.actions.keep_report import keep_where
from apps.links.keys import key_of
from apps.links.lti import names
from apps.links.services.doors import MOST_BODY, body_in, token_in, within_pace
from apps.links.services.scores import scores
from apps.links.services.urls import LINE

if TYPE_CHECKING:
    from _typeshed.wsgi import StartResponse, WSGIApplication, WSGIEnvironment

BELOW = "/lti/"
SCORES = path(f"{BELOW[1:]}{LINE}/scores", scores)
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


def scores_at_once(application: WSGIApplication) -> WSGIApplication:
    """WSGI middleware: scores come by the hundred a second, and nobody's session or page stands behind them. One that
    is as it should be is kept by one statement, before the framework has made a request of it, which is most of what a
    score costs; whatever keeps one from being kept so is found step by step, and said."""

    def answered(environ: WSGIEnvironment, start_response: StartResponse) -> Iterable[bytes]:
        at = environ.get("PATH_INFO", "")
        found = SCORES.resolve(at[1:]) if environ["REQUEST_METHOD"] == "POST" and at.startswith(BELOW) else None
        if found is not None and _by_tls(environ):
            began = monotonic()
            with own_number(environ.get("HTTP_X_REQUEST_ID", "")) as number:
                if _kept_at_once(environ, **found.kwargs):
                    tell_request("POST", environ.get("SCRIPT_NAME", "") + at, 204, began)
                    start_response("204 No Content", [(REQUEST_NUMBER, number)])
                    return [b""]
        return application(environ, start_response)

    return answered


def _by_tls(environ: WSGIEnvironment) -> bool:
    """Whether it came as the settings want it to come."""
    if not settings.SECURE_SSL_REDIRECT:
        return True
    header, value = settings.SECURE_PROXY_SSL_HEADER or ("", "")
    return bool(environ.get(header) == value)


def _kept_at_once(environ: WSGIEnvironment, course_id: int, section_id: int, key: UUID) -> bool:
    try:
        system_id, scopes = token_in(environ.get("HTTP_AUTHORIZATION", ""))
        body = body_in(_body(environ))
    except Refused:
        return False
    report = read_report(body)
    if names.SCORES not in scopes or isinstance(report, Problem) or not within_pace(system_id, environ):
        return False
    # The thread keeps its connection for the next score. A request of the framework gives back what it finds when it
    # begins, and so what failed here.
    which = {"key": key, "system": system_id, "scope": names.SCORES, "course": course_id, "section": section_id}
    try:
        return keep_where(PLACE, {**which, "subject": key_of(body.get("userId"))}, report) == (1, 1)
    except Error:
        return False


def _body(environ: WSGIEnvironment) -> bytes:
    """What was sent, which whoever reads after us can read again; nothing of what is too long for a score."""
    length = environ.get("CONTENT_LENGTH") or "0"
    if not length.isdecimal() or int(length) > MOST_BODY:
        return b""
    body: bytes = environ["wsgi.input"].read(int(length))
    environ["wsgi.input"] = BytesIO(body)
    return body
