"""Discussions that wait for scores, and posts that somebody reported, for the desk and the week sheet."""

from __future__ import annotations

from collections import Counter, defaultdict
from collections.abc import Sequence, Set
from dataclasses import replace
from datetime import datetime
from typing import Any

from django.db.models import Exists, OuterRef, Q, TextField, Value
from django.db.models.functions import Concat, Left

from apps.courses.public import Course, Enrolment, Seats, WaitingRow, of_my_students
from apps.gradebook.public import excused_cell, score_of
from apps.layout.public import Layout, layout, layout_for
from apps.path.public import Fact
from apps.talk.kinds import DISCUSSION
from apps.talk.models import PostReport

BEGINNING = 200
"""Characters of a post that the desk shows."""
COLUMNS = ("course_id", "item_id", "person_id", "at", "post_id", "why", "said")


def _unscored(of: Q) -> Any:
    """Parts without a score, excused ones left out. `of` says whose."""
    its = {"item_id": OuterRef("item_id"), "person_id": OuterRef("person_id")}
    rows = Fact.objects.filter(
        of, kind__in=(Fact.STARTED, Fact.POSTED), item__kind=DISCUSSION.code, item__points__gt=0, item__removed=False
    ).filter(~score_of(**its), ~excused_cell(**its))
    return rows.annotate(post_id=Value(0), why=Value(""), said=Value(""))


def _since(laid: Layout, item_id: int, person_id: int, at: datetime, now: datetime) -> datetime | None:
    """Since when the person's part waits for a score: it is all there by its due moment, and not before. None where it
    does not wait yet, or would not count."""
    item = layout_for(laid, person_id).items.get(item_id)
    if item is None or not item.counts or item.excused:
        return None
    since = item.span.due or at
    return max(since, at) if since <= now else None


def talk_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    """A row an item that waits for scores, and one a post that somebody reported; one query for both."""
    laid = {pk: layout(seat.course) for pk, seat in seats.items()}
    since: dict[tuple[int, int], list[datetime]] = defaultdict(list)
    found = []
    parts = _unscored(of_my_students(seats)).values_list(*COLUMNS)
    for course, item, person, at, post, why, said in parts.union(_reported(seats), all=True):
        if post:
            by, name = seats[course].answer_by(at), said.partition("\n")
            row = WaitingRow("post_report", seats[course], at, by, item_id=item, row_id=post, person=name[0])
            found.append(replace(row, lines=(why, name[2])))
        elif (waits := _since(laid[course], item, person, at, now)) is not None:
            since[course, item].append(waits)
    return [
        *sorted(found, key=lambda row: (row.since, row.row_id)),
        *(
            WaitingRow("discussion", seats[course], min(ats), seats[course].back_by(min(ats)), len(ats), item)
            for (course, item), ats in since.items()
        ),
    ]


def _reported(seats: Seats) -> Any:
    """What readers found that should not stand there, a row a report; who wrote it and how it begins in one text."""
    everyone = [pk for pk, seat in seats.items() if seat.member.section_ids is None]
    sections = [s for seat in seats.values() for s in seat.member.section_ids or ()]
    theirs = Enrolment.objects.filter(
        course_id=OuterRef("course_id"), person_id=OuterRef("post__author_id"), section_id__in=sections
    )
    rows = PostReport.objects.filter(Q(course_id__in=everyone) | Exists(theirs), settled_at=None)
    said = Concat("post__author__name", Value("\n"), Left("post__text", BEGINNING), output_field=TextField())
    return rows.values_list("course_id", "post__item_id", "person_id", "at", "post_id", "why", said)


def talk_of_class(course: Course, item_ids: Sequence[int], people: Set[int], now: datetime) -> dict[int, int]:
    """How many of these people's parts wait, by item."""
    laid = layout(course)
    if not any(laid.items[i].talks for i in item_ids if i in laid.items):
        return {}
    told = _unscored(Q(course=course, item_id__in=item_ids)).values_list("item_id", "person_id", "at")
    waits = (i for i, who, at in told if who in people and _since(laid, i, who, at, now) is not None)
    return Counter(waits)
