"""The floors: the rows that a page shows by one raw SQL query, orjson, the same server and sign-in."""

from __future__ import annotations

import orjson
from django.db import connection
from django.http import HttpRequest, HttpResponse

ROWS = """
    SELECT i.*, m.title AS module_title, m.week, m.in_order, m.published AS module_published, m.objectives,
           p.title AS part_title, f.kind AS fact, f.at, f.edition, f.detail, s.raw, s.handed_in_at, s.released_at,
           c.title AS course_title, c.zone, t.first_day, t.last_day
    FROM courses_course c
    JOIN courses_term t ON t.id = c.term_id
    JOIN courses_enrolment e ON e.course_id = c.id AND e.person_id = %(person)s
    JOIN layout_module m ON m.course_id = c.id AND NOT m.removed
    JOIN layout_item i ON i.module_id = m.id AND NOT i.removed
    LEFT JOIN layout_part p ON p.id = i.part_id
    LEFT JOIN path_fact f ON f.item_id = i.id AND f.person_id = %(person)s
    LEFT JOIN gradebook_gradeditem g ON g.item_id = i.id
    LEFT JOIN gradebook_cell k ON k.graded_item_id = g.id AND k.person_id = %(person)s
    LEFT JOIN gradebook_score s ON s.cell_id = k.id
    WHERE c.slug = 'srv-110' {more}
    ORDER BY m.position, i.position
"""


def _answer(request: HttpRequest, more: str) -> HttpResponse:
    with connection.cursor() as cursor:
        cursor.execute(ROWS.format(more=more), {"person": request.user.pk})
        names = [column.name for column in cursor.description or ()]
        rows = [dict(zip(names, row, strict=True)) for row in cursor.fetchall()]
    return HttpResponse(orjson.dumps(rows, default=str), content_type="application/json")


def week(request: HttpRequest) -> HttpResponse:
    """The rows of one week."""
    return _answer(request, "AND m.week = 7")


def ribbon(request: HttpRequest) -> HttpResponse:
    """The rows of the whole course: every week's fill is made of them."""
    return _answer(request, "")


def standing(request: HttpRequest) -> HttpResponse:
    """The graded rows of the whole course."""
    return _answer(request, "AND g.id IS NOT NULL")
