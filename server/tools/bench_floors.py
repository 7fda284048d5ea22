"""The floors: the rows that a page shows by raw SQL, orjson, the same server and sign-in."""

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
PLACE = """
    SELECT c.*, e.role, e.section_id, s.name AS section_name FROM courses_course c
    JOIN courses_enrolment e ON e.course_id = c.id AND e.person_id = %(person)s
    LEFT JOIN courses_section s ON s.id = e.section_id WHERE c.slug = 'srv-110'
"""
"""Who asks: without these rows nobody is told anything."""
POSTS = """
    SELECT p.id, p.author_id, p.at, p.root_id, p.answers_id, p.gone_at, p.words, p.shown, p.edition, p.edited_at
    FROM talk_post p WHERE p.item_id = %(item)s ORDER BY p.at, p.id
"""
POSTS_SHOWN = """
    SELECT p.*, a.name FROM talk_post p JOIN people_person a ON a.id = p.author_id
    WHERE p.item_id = %(item)s AND (p.root_id, p.id) IN (
        SELECT root_id, id FROM talk_post WHERE root_id IN (
            SELECT id FROM talk_post WHERE item_id = %(item)s AND root_id IS NULL ORDER BY at LIMIT 15))
       OR p.id IN (SELECT id FROM talk_post WHERE item_id = %(item)s AND root_id IS NULL ORDER BY at LIMIT 15)
"""
THREADS = """
    SELECT t.*, m.text, m.at, m.sender_id, a.name AS one_name, b.name AS other_name, s.name AS sender_name, r.upto
    FROM messages_of_courses_thread t JOIN courses_course c ON c.id = t.course_id
    JOIN messages_of_courses_message m ON m.id = t.last_id
    JOIN people_person a ON a.id = t.one_id LEFT JOIN people_person b ON b.id = t.other_id
    JOIN people_person s ON s.id = m.sender_id
    LEFT JOIN messages_of_courses_threadread r ON r.thread_id = t.id AND r.person_id = %(person)s
    WHERE c.slug = 'srv-110' AND (t.one_id = %(person)s OR t.other_id = %(person)s) ORDER BY t.last_id DESC LIMIT 50
"""
ONE_THREAD = """
    SELECT m.*, s.name FROM messages_of_courses_message m JOIN people_person s ON s.id = m.sender_id
    WHERE m.thread_id = %(thread)s ORDER BY m.id DESC LIMIT 50
"""
TWO_SIDES = """
    SELECT t.*, a.name AS one_name, b.name AS other_name FROM messages_of_courses_thread t
    JOIN people_person a ON a.id = t.one_id LEFT JOIN people_person b ON b.id = t.other_id WHERE t.id = %(thread)s
"""
READS = "SELECT person_id, upto FROM messages_of_courses_threadread WHERE thread_id = %(thread)s"
ANNOUNCEMENTS = """
    SELECT a.*, w.name, r.id IS NOT NULL AS own FROM messages_of_courses_announcement a
    JOIN courses_course c ON c.id = a.course_id LEFT JOIN people_person w ON w.id = a.author_id
    LEFT JOIN messages_of_courses_announcementread r ON r.announcement_id = a.id AND r.person_id = %(person)s
    WHERE c.slug = 'srv-110' AND NOT a.removed AND a.published
"""
QUIZ = """
    SELECT q.*, i.title, i.points, i.moments, a.* FROM quizzes_quiz q JOIN layout_item i ON i.id = q.item_id
    JOIN quizzes_quizattempt a ON a.item_id = q.item_id AND a.person_id = %(person)s WHERE q.item_id = %(item)s
"""
PUT = """
    SELECT r.*, b.name, e.body, t.number AS try, t.answers AS tried, t.share AS try_share
    FROM quizzes_attemptquestion r JOIN quizzes_quizattempt a ON a.id = r.attempt_id
    JOIN questions_bankquestion b ON b.id = r.question_id JOIN questions_questionedition e ON e.id = r.edition_id
    LEFT JOIN quizzes_try t ON t.question_id = r.id
    WHERE a.item_id = %(item)s AND a.person_id = %(person)s ORDER BY r.position, t.number
"""
TAUGHT = """
    SELECT w.*, i.title FROM questions_taughtin w JOIN layout_item i ON i.id = w.item_id
    WHERE w.question_id IN (SELECT r.question_id FROM quizzes_attemptquestion r
                            JOIN quizzes_quizattempt a ON a.id = r.attempt_id
                            WHERE a.item_id = %(item)s AND a.person_id = %(person)s)
"""

BOOK = """
    SELECT i.id, i.title, i.kind, i.points, i.moments, m.week, g.hold, g.extra_credit, k.name AS category, k.weight
    FROM layout_item i JOIN layout_module m ON m.id = i.module_id JOIN courses_course c ON c.id = i.course_id
    LEFT JOIN gradebook_gradeditem g ON g.item_id = i.id LEFT JOIN gradebook_category k ON k.id = g.category_id
    WHERE c.slug = 'srv-110' AND NOT i.removed AND i.points IS NOT NULL ORDER BY k.position, m.position, i.position
"""
COUNTS = """
    SELECT i.id,
           (SELECT count(*) FROM path_fact f WHERE f.item_id = i.id AND f.kind IN ('handed_in', 'posted')) AS handed_in,
           (SELECT count(*) FROM path_fact f WHERE f.item_id = i.id AND f.kind IN ('handed_in', 'posted', 'started')
            AND NOT EXISTS (SELECT FROM gradebook_cell l LEFT JOIN gradebook_score s ON s.cell_id = l.id
                            WHERE l.graded_item_id = g.id AND l.person_id = f.person_id
                            AND (l.excused OR s.attempt = 1))) AS waiting,
           (SELECT count(*) FROM gradebook_cell l JOIN gradebook_score s ON s.cell_id = l.id
            WHERE l.graded_item_id = g.id AND s.released_at IS NULL) AS held
    FROM layout_item i JOIN courses_course c ON c.id = i.course_id
    LEFT JOIN gradebook_gradeditem g ON g.item_id = i.id
    WHERE c.slug = 'srv-110' AND NOT i.removed AND i.points IS NOT NULL
"""
CLASS = """
    SELECT e.person_id, p.sort_name, e.section_id FROM courses_enrolment e JOIN people_person p ON p.id = e.person_id
    JOIN courses_course c ON c.id = e.course_id WHERE c.slug = 'srv-110' AND e.role = 'student' ORDER BY p.sort_name
"""
CELLS = """
    SELECT k.person_id, g.item_id, k.excused, s.attempt, s.raw, s.handed_in_at, s.released_at, s.version,
           s.comment <> '' AS comment, f.kind, f.at
    FROM courses_enrolment e JOIN courses_course c ON c.id = e.course_id
    JOIN gradebook_cell k ON k.person_id = e.person_id JOIN gradebook_gradeditem g ON g.id = k.graded_item_id
    LEFT JOIN gradebook_score s ON s.cell_id = k.id
    LEFT JOIN path_fact f ON f.item_id = g.item_id AND f.person_id = e.person_id AND f.kind IN ('handed_in', 'started')
    WHERE c.slug = 'srv-110' AND g.course_id = c.id AND e.role = 'student'
"""


def _rows(request: HttpRequest, *statements: str) -> HttpResponse:
    values = {"person": request.user.pk, "item": request.GET.get("item"), "thread": request.GET.get("thread")}
    found = []
    with connection.cursor() as cursor:
        for statement in statements:
            cursor.execute(statement, values)
            names = [column.name for column in cursor.description or ()]
            found.append([dict(zip(names, row, strict=True)) for row in cursor.fetchall()])
    return HttpResponse(orjson.dumps(found, default=str), content_type="application/json")


def week(request: HttpRequest) -> HttpResponse:
    """The rows of one week, and what was said to the course."""
    return _rows(request, ROWS.format(more="AND m.week = 7"), ANNOUNCEMENTS)


def ribbon(request: HttpRequest) -> HttpResponse:
    """The rows of the whole course: every week's fill is made of them."""
    return _rows(request, ROWS.format(more=""))


def standing(request: HttpRequest) -> HttpResponse:
    """The graded rows of the whole course."""
    return _rows(request, ROWS.format(more="AND g.id IS NOT NULL"))


def book(request: HttpRequest) -> HttpResponse:
    """What is graded, and the class by name."""
    return _rows(request, PLACE, BOOK, CLASS)


def counts(request: HttpRequest) -> HttpResponse:
    """Of each that is graded, what came, waits and is held."""
    return _rows(request, PLACE, COUNTS)


def cells(request: HttpRequest) -> HttpResponse:
    """Every cell of the class with its scores and how far everybody is."""
    return _rows(request, PLACE, CLASS, CELLS)


def talk(request: HttpRequest) -> HttpResponse:
    """Every post of a discussion without its words, and those of its first page whole."""
    return _rows(request, PLACE, POSTS, POSTS_SHOWN)


def threads(request: HttpRequest) -> HttpResponse:
    return _rows(request, PLACE, THREADS)


def thread(request: HttpRequest) -> HttpResponse:
    """Whose it is, how far each side has read, and its messages."""
    return _rows(request, PLACE, TWO_SIDES, READS, ONE_THREAD)


def announcements(request: HttpRequest) -> HttpResponse:
    return _rows(request, PLACE, ANNOUNCEMENTS)


def quiz(request: HttpRequest) -> HttpResponse:
    """An attempt with its questions, their bodies, tries and places."""
    return _rows(request, PLACE, QUIZ, PUT, TAUGHT)
