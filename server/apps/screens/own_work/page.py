"""All that one person did, over all courses and whatever became of them: to be read, and to be taken along."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import datetime
from itertools import chain
from typing import IO

from apps.assignments.public import own_pieces, piece_entries
from apps.courses.public import Course, courses_with
from apps.gradebook.public import released_to
from apps.kernel.public import Entry, file_name, not_found, packed
from apps.quizzes.public import own_quizzes, quiz_entries
from apps.reviews.public import own_readings_sent, reading_entries
from apps.screens.own_work import schemas as out
from apps.talk.public import own_talks, talk_entries


def own_work(person_id: int) -> out.OwnWork:
    """By course, that with the latest first; constant in queries."""
    given = released_to(person_id)
    pieces, quizzes = own_pieces(person_id, given), own_quizzes(person_id, given)
    talks, readings = own_talks(person_id, given), own_readings_sent(person_id)
    found = [
        out.OwnCourse(
            slug=course.slug,
            name=f"{course.code} {course.title}",
            zone=course.zone,
            pieces=pieces.get(pk, []),
            quizzes=quizzes.get(pk, []),
            talks=talks.get(pk, []),
            readings=readings.get(pk, []),
        )
        for pk, course in courses_with({*pieces, *quizzes, *talks, *readings}).items()
    ]
    return out.OwnWork(courses=sorted(found, key=_latest, reverse=True))


def archive(person_id: int, slug: str) -> tuple[str, IO[bytes]]:
    """What was done in one course, and the name of the archive."""
    course = Course.objects.filter(slug=slug).first()
    entries = _entries(person_id, course) if course else iter(())
    first = next(entries, None)
    if course is None or first is None:
        raise not_found("work")
    return f"{file_name(course.code)}.zip", packed(chain([first], entries))


def _latest(course: out.OwnCourse) -> datetime:
    handed_in = [piece.handed_in_at for piece in course.pieces] + [quiz.handed_in_at for quiz in course.quizzes]
    said = [post.at for talk in course.talks for post in talk.posts] + [one.sent_at for one in course.readings]
    return max(handed_in + said)


def _entries(person_id: int, course: Course) -> Iterator[Entry]:
    given = released_to(person_id)
    yield from piece_entries(person_id, course, given)
    yield from quiz_entries(person_id, course, given)
    yield from talk_entries(person_id, course, given)
    yield from reading_entries(person_id, course)
