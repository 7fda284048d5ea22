"""Questions as their readers find them."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from fractions import Fraction
from typing import Any, cast

from django.db.models import Count, Q

from apps.courses.public import Course, Enrolment, Named, Seat
from apps.gradebook.public import Score, last_scores, points
from apps.kernel.public import clean
from apps.layout.public import Layout, item_ref, kind_of, ref
from apps.messages.api import schemas as out
from apps.messages.models import Question
from apps.messages.questions import any_word, readable, shared
from apps.path.public import Reader, laid_for, opened_items, own_progress
from apps.people.public import Person

MOST = 100


def questions(course: Course, reader: Reader, search: str) -> out.Questions:
    """Students: their own, and those of others that were opened to the class and answered, or that they have too."""
    laid, member = laid_for(course, reader), reader.member
    wanted = any_word(search) if search.strip() else None
    mine = Question.objects.filter(readable(course, member, reader.person_id), course=course)
    rows = _found(mine.annotate(count=Count("too", distinct=True)), wanted)
    others: list[Any] = []
    if not member.teaches:
        reached = opened_items(own_progress(course, laid, reader))
        of_class = shared(course, reader.person_id).filter(Q(answered_at__isnull=False) | Q(own_too=True))
        others = _found(of_class.filter(Q(item=None) | Q(item_id__in=reached)), wanted)
    seat = Seat(course, member)
    scores = _scores(rows) if member.teaches else {}
    shown = [question_out(q, laid, seat, reader, whole=True, score=scores.get(q.pk)) for q in rows]
    shown += [question_out(q, laid, seat, reader, whole=False) for q in others]
    waits = sorted((q for q in shown if q.waits_since), key=lambda q: (q.by or q.at, q.id))
    rest = sorted((q for q in shown if not q.waits_since), key=lambda q: q.at, reverse=True)
    return out.Questions(
        teaching=member.teaches,
        can_lay_out=member.instructs,
        zone=course.zone,
        now=reader.now,
        answer_days=course.answer_days,
        teachers=_teachers(course) if member.teaches else [],
        questions=[*waits, *rest],
        more=len(rows) == MOST or len(others) == MOST,
    )


def _found(rows: Any, wanted: Any) -> list[Any]:
    rows = rows if wanted is None else rows.filter(vector=wanted)
    rows = rows.select_related("asker", "section", "assignee", "item").prefetch_related("lines__author")
    return list(rows.order_by("-waits_since", "-at")[:MOST])


def _scores(rows: Sequence[Question]) -> dict[int, out.ScoreAsked]:
    """By question, the scores that requests are about; one query, none where nobody asks for one."""
    asked = [q for q in rows if q.regrade and q.waits_since is not None and q.item_id is not None]
    if not asked:
        return {}
    found = last_scores({q.item_id for q in asked if q.item_id}, {q.asker_id for q in asked})
    scored = ((q, found.get((q.item_id or 0, q.asker_id))) for q in asked)
    return {q.pk: _score(q, score) for q, score in scored if score is not None}


def _score(question: Question, score: Score) -> out.ScoreAsked:
    item = question.item
    return out.ScoreAsked(
        raw=str(points(Fraction(score.raw))),
        possible="" if item is None or item.points is None else str(points(Fraction(item.points))),
        version=score.version,
        typed=item is not None and not kind_of(item.kind).puts_questions,
    )


def question_out(
    row: Any, laid: Layout, seat: Seat, reader: Reader, whole: bool, score: out.ScoreAsked | None = None
) -> out.QuestionOut:
    """`whole`: with the asker's name and all that was said; else only the question and its answers."""
    items = laid.items if reader.member.teaches else laid.student_items
    since = row.waits_since
    return out.QuestionOut(
        id=row.pk,
        mine=row.asker_id == reader.person_id,
        asker_id=row.asker_id if whole else None,
        asker=row.asker.name if whole else "",
        section=row.section.name if whole and row.section else "",
        about=cast(out.AboutCode, row.about),
        item=item_ref(ref(laid, row.item_id)) if row.item_id in items else None,
        context=row.context if whole else {},
        html=clean(row.html),
        at=row.at,
        waits_since=since,
        by=seat.answer_by(since) if since else None,
        answered_at=row.answered_at,
        open_to_class=row.open_to_class,
        regrade=row.regrade,
        score=score,
        too=row.count,
        own_too=getattr(row, "own_too", False),
        assignee=row.assignee.name if whole and row.assignee else "",
        published=row.published is not None,
        lines=_lines(row.lines.all(), reader, whole),
    )


def _lines(lines: Iterable[Any], reader: Reader, whole: bool) -> list[out.QuestionLineOut]:
    return [
        out.QuestionLineOut(
            id=line.pk,
            author=line.author.name,
            answer=line.answer,
            mine=line.author_id == reader.person_id,
            html=clean(line.html),
            at=line.at,
            ruling=out.ScoreRulingOut(**line.ruling) if line.ruling else None,
        )
        for line in sorted(lines, key=lambda one: one.pk)
        if whole or line.answer
    ]


def _teachers(course: Course) -> list[Named]:
    rows = Enrolment.objects.filter(course=course).exclude(role=Enrolment.STUDENT).values("person_id")
    people = Person.objects.filter(pk__in=rows).order_by("sort_name").values_list("pk", "name")
    return [Named(id=pk, name=name) for pk, name in people]
