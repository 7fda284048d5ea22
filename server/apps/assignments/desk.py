"""Work that waits for a grade, for the desk: hand-ins, papers of an exam that was held, scores still held; and what is
begun and not handed in."""

from __future__ import annotations

from collections import defaultdict
from datetime import datetime

from django.db.models import Value

from apps.assignments.unfinished import DRAFT, draft_rows, near_due, unfinished_row
from apps.assignments.waiting import WAITING, waiting_for, waits_for_score
from apps.courses.public import Seat, Seats, WaitingRow, of_my_students
from apps.gradebook.public import held_scores, paper_scored
from apps.layout.public import kind_of, layout


def work_waiting(seats: Seats, now: datetime) -> list[WaitingRow]:
    waiting = _hand_ins(seats, now)
    graded = paper_scored(list(seats))
    papers = [r for pk, seat in seats.items() for r in _papers(seat, graded.get(pk, {}), now)]
    busy = {r.item_id for r in waiting if r.kind == "ungraded"}
    return [*waiting, *papers, *(r for r in _held(seats) if r.item_id not in busy)]


def _hand_ins(seats: Seats, now: datetime) -> list[WaitingRow]:
    """A row an item for what waits for a score, and one for what lies unfinished near its due moment; one query."""
    found: dict[tuple[int, int], list[datetime]] = defaultdict(list)
    drafts: dict[tuple[int, int], list[tuple[datetime, datetime]]] = defaultdict(list)
    laid = {pk: layout(seat.course) for pk, seat in seats.items()}
    of = of_my_students(seats)
    handed = waiting_for(seats).values_list(*WAITING, Value(False))
    for course, item, person, at, draft in handed.union(draft_rows(of).values_list(*DRAFT, Value(True)), all=True):
        if draft:
            due = near_due(laid[course], item, person, now)
            drafts[course, item] += [(at, due)] if due else []
        elif waits_for_score(laid[course], item, person):
            found[course, item].append(at)
    ungraded = [
        WaitingRow("ungraded", seats[course], min(ats), seats[course].back_by(min(ats)), len(ats), item)
        for (course, item), ats in found.items()
    ]
    return [*ungraded, *(unfinished_row(seats[c], item, some, now) for (c, item), some in drafts.items() if some)]


def _papers(seat: Seat, scored: dict[int, set[int]], now: datetime) -> list[WaitingRow]:
    """Exams on paper that were held, with students who have no score yet."""
    laid = layout(seat.course)
    mine = [p for p, section in laid.sections.items() if seat.member.reaches(section)]
    found = []
    for item in laid.student_items.values():
        due = item.span.due
        if not (item.held_at_a_set_time and item.counts and due and due <= now):
            continue
        left = [p for p in mine if p not in scored.get(item.id, ()) and waits_for_score(laid, item.id, p)]
        if left:
            code = "quiz_paper" if kind_of(item.kind).puts_questions else "paper"
            found.append(WaitingRow(code, seat, due, seat.back_by(due), len(left), item.id))
    return found


def _held(seats: Seats) -> list[WaitingRow]:
    """Scores that nobody can see yet; only an instructor lets them out. Those of quizzes come out by their rules."""
    mine = [pk for pk, seat in seats.items() if seat.member.instructs]
    return [
        WaitingRow("held", seats[course], since, seats[course].back_by(since), count, item)
        for course, item, count, since in held_scores(mine)
        if (laid := layout(seats[course].course).items.get(item)) and not kind_of(laid.kind).puts_questions
    ]
