"""The words of the posts that a page shows, with who wrote them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from itertools import islice
from typing import Any, NamedTuple

from django.contrib.postgres.aggregates import ArrayAgg
from django.db.models import Count, Exists, OuterRef, Q, Subquery

from apps.courses.public import Enrolment
from apps.kernel.public import clean
from apps.path.public import Reader
from apps.people.public import Person
from apps.talk.api import schemas as out
from apps.talk.index import Index, Line, Thread
from apps.talk.models import Post, SameQuestion


class Closed(NamedTuple):
    at: datetime | None
    by: str
    why: str


@dataclass(frozen=True)
class Bodies:
    """`counted`: the reader's own posts that count towards their part."""

    index: Index
    rows: Mapping[int, Post]
    people: Mapping[int, Any]
    counted: frozenset[int]

    def name(self, person_id: int | None) -> str:
        found = self.people.get(person_id or 0)
        return found.name if found else ""

    def closed(self, post_id: int) -> Closed:
        row = self.rows[post_id]
        return Closed(row.closed_at, self.name(row.closed_by_id), row.closed_why)

    def post(self, line: Line) -> out.PostOut:
        row, author = self.rows[line.id], self.people.get(line.author_id)
        mine = line.author_id == self.index.person_id
        told = line.gone_at is None or mine or self.index.teaching
        answered = self.index.by_id.get(line.answers_id or 0)
        return out.PostOut(
            id=line.id,
            root=line.root_id,
            answers=line.answers_id,
            to=self.name(answered.author_id) if answered else "",
            author_id=line.author_id,
            author=author.name if author else "",
            teaches=bool(author and author.teaches),
            place=(author.place or "") if author else "",
            mine=mine,
            html=clean(row.html) if told else "",
            words=line.words if told else 0,
            at=line.at,
            edition=line.edition,
            edited_at=line.edited_at if told else None,
            gone=_gone(row),
            why=row.why if told else "",
            accepted=row.accepted,
            same=row.same_count,  # type: ignore[attr-defined]
            own_same=row.own_same,  # type: ignore[attr-defined]
            new=self.index.is_new(line),
            counts=line.id in self.counted,
            reports=list(row.said) if self.index.teaching else [],  # type: ignore[attr-defined]
        )


def _gone(row: Post) -> out.Gone:
    if row.gone_at is None:
        return ""
    return "taken_back" if row.gone_by_id == row.author_id else "hidden"


def bodies_of(
    index: Index,
    threads: Sequence[Thread],
    waiting: Sequence[Line],
    most: int | None,
    reader: Reader,
    counted: frozenset[int],
) -> Bodies:
    """Two queries. `most`: replies of a thread that are shown; None for all."""
    shown = [line for t in threads for line in (t.head, *islice(t.replies, most))]
    rows = Post.objects.filter(pk__in=[line.id for line in shown]).annotate(
        same_count=Count("same", distinct=True),
        own_same=Exists(SameQuestion.objects.filter(post=OuterRef("pk"), person_id=reader.person_id)),
    )
    if index.teaching:
        open_reports = Q(reports__settled_at__isnull=True, reports__isnull=False)
        rows = rows.annotate(said=ArrayAgg("reports__why", filter=open_reports, distinct=True, default=[]))
    found = {row.pk: row for row in rows.defer("text", "vector")}
    answered = (index.by_id.get(line.answers_id or 0) for line in shown)
    ids = {line.author_id for line in (*shown, *waiting, *(a for a in answered if a is not None))}
    ids |= {row.closed_by_id for row in found.values() if row.closed_by_id is not None}
    course_id = next((row.course_id for row in found.values()), 0)
    return Bodies(index, found, _people(course_id, ids), counted)


def _people(course_id: int, ids: set[int]) -> dict[int, Any]:
    """With `teaches`, and `place`: the name of their section."""
    own = Enrolment.objects.filter(course_id=course_id, person_id=OuterRef("pk"))
    rows = Person.objects.filter(pk__in=ids).annotate(
        teaches=Exists(own.exclude(role=Enrolment.STUDENT)),
        place=Subquery(own.filter(role=Enrolment.STUDENT).values("section__name")[:1]),
    )
    return {row.pk: row for row in rows.only("pk", "name")}
