"""Questions: who reads which, what comes along with one, which are near to what is being asked."""

from __future__ import annotations

import re
from typing import Any

from django.contrib.postgres.search import SearchQuery, SearchRank
from django.db.models import Count, Exists, F, OuterRef, Q

from apps.courses.public import Course, Membership, moment
from apps.kernel.public import not_found
from apps.messages.models import Question, QuestionToo
from apps.messages.models.question import CONFIG
from apps.path.public import Fact, Progress

MOST_NEAR = 5
LEAST_LETTERS = 3


def readable(course: Course, member: Membership, person_id: int) -> Q:
    """Whose questions somebody reads whole: their own; for those who teach, those of their students and those that were
    handed on to them."""
    own = Q(asker_id=person_id)
    if not member.teaches:
        return own
    if member.section_ids is None:
        return Q()
    return own | Q(assignee_id=person_id) | Q(section_id__in=member.section_ids)


def question_row(course: Course, member: Membership, person_id: int, question_id: int) -> Question:
    """One that is theirs to read whole; to everybody else it is not there."""
    found = Question.objects.filter(readable(course, member, person_id), course=course, pk=question_id)
    row = found.select_related("asker", "assignee", "section").first()
    if row is None:
        raise not_found("question")
    return row


def shared(course: Course, person_id: int) -> Any:
    """What the class may find without the asker's name: questions of others that were opened to it."""
    too = QuestionToo.objects.filter(question_id=OuterRef("pk"), person_id=person_id)
    rows = Question.objects.filter(course=course, open_to_class=True).exclude(asker_id=person_id)
    return rows.annotate(own_too=Exists(too), count=Count("too", distinct=True))


def near(course: Course, person_id: int, item_ids: frozenset[int], text: str) -> list[Question]:
    """Questions of others like this one, the nearest first; about items only where the reader can open them."""
    query = any_word(text)
    if query is None:
        return []
    rows = shared(course, person_id).filter(Q(item=None) | Q(item_id__in=item_ids), vector=query)
    ranked = rows.annotate(rank=SearchRank(F("vector"), query)).order_by("-rank", "-at")
    return list(ranked.prefetch_related("lines")[:MOST_NEAR])


def any_word(text: str) -> SearchQuery | None:
    """Any of its words that tell something, as PostgreSQL stems them."""
    words = {w.lower() for w in re.findall(r"\w+", text) if len(w) >= LEAST_LETTERS and w.isalnum()}
    raw = " | ".join(sorted(words)[:40])
    return SearchQuery(raw, search_type="raw", config=CONFIG) if raw else None


def context_of(course: Course, known: Progress, item_id: int) -> dict[str, Any]:
    """How the asker stands with an item as they ask: its state, attempts, receipt, dates. In the words of the course's
    zone, because it is read later."""
    item, state = known.laid.student_items[item_id], known.course.items[item_id]
    kinds = (Fact.HANDED_IN, Fact.GIVEN_BACK)
    handed: dict[str, Any] = next((d for kind in kinds if (d := known.details.get((item_id, kind)))), {})
    started = known.details.get((item_id, Fact.STARTED), {})
    shown = known.marks.by_item.get(item_id)
    return {
        "title": item.title,
        "kind": item.kind,
        "state": state.state.value,
        "due": moment(item.span.due, known.laid.zone) if item.span.due else "",
        "attempt": handed.get("attempt", 0),
        "receipt": handed.get("receipt", ""),
        "started": started,
        "score": None if shown is None or shown.points is None else str(shown.points),
    }
