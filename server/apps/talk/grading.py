"""The grader's view of a discussion: everybody's part, what the counting proposes, and the score."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime

from unvo_core.talk.counting import Part, part_of

from apps.courses.public import Course, Enrolment, Membership, students
from apps.gradebook.public import (
    CellScores,
    Counted,
    ScoreWish,
    cells_of_item,
    counted,
    graded_row,
    points,
    save_score,
    score_versions,
    setup_of,
)
from apps.kernel.public import Actor
from apps.layout.public import LaidItem, Layout, layout, layout_for, want_said
from apps.talk.api import schemas as out
from apps.talk.facts import said_of
from apps.talk.models import Post
from apps.talk.queries import earlier_editions, talking_item

ONE_ATTEMPT = 1


def class_parts(course: Course, laid: Layout, item_id: int, person_ids: Sequence[int]) -> dict[int, Part]:
    """Everybody's part, each by their own dates; two queries. People who said nothing are left out."""
    posts = list(Post.objects.filter(item_id=item_id).order_by("at", "id").defer("html", "text", "vector"))
    authors = {p.pk: p.author_id for p in posts}
    editions = earlier_editions(p.pk for p in posts if p.edition > 1)
    own: dict[int, list[Post]] = {}
    for post in posts:
        own.setdefault(post.author_id, []).append(post)
    found = {}
    for person in person_ids:
        if person in own:
            theirs = layout_for(laid, person)
            item = theirs.items[item_id]
            said = said_of(own[person], authors, laid.sections.keys(), editions)
            found[person] = part_of(person, said, item.wants, item.span.due, laid.zone)
    return found


def talk_class(course: Course, item_id: int, member: Membership, now: datetime) -> out.TalkClass:
    """Everyone in the grader's sections; who waits for a score first, then by name."""
    laid = layout(course)
    item = talking_item(laid, item_id, teaching=True)
    graded = graded_row(course, item_id)
    cells, known, versions = cells_of_item(graded), setup_of(course), score_versions(item_id)
    enrolled = list(
        students(course, member.section_ids).select_related("person", "section").order_by("person__sort_name")
    )
    parts = class_parts(course, laid, item_id, [e.person_id for e in enrolled])
    rows = []
    for enrolment in enrolled:
        theirs = layout_for(laid, enrolment.person_id).items[item_id]
        cell = cells.get(enrolment.person_id)
        rules = known.item_rules(item_id, enrolment.person_id)
        what = counted(cell, rules, item.possible, theirs.span.due) if cell else None
        part = parts.get(enrolment.person_id)
        state = _state(theirs, part, cell, what, now)
        rows.append(_row(enrolment, theirs, part, cell, what, versions.get(enrolment.person_id, 0), state))
    return out.TalkClass(
        title=item.title,
        possible=str(points(item.possible)) if item.possible else None,
        due=item.span.due,
        zone=course.zone,
        hold=graded.hold,
        can_release=member.instructs,
        wants=[want_said(w) for w in item.wants],
        rows=sorted(rows, key=lambda r: r.state != "waiting"),
    )


def _row(
    enrolment: Enrolment,
    item: LaidItem,
    part: Part | None,
    cell: CellScores | None,
    what: Counted | None,
    version: int,
    state: out.TalkState,
) -> out.TalkRow:
    haves = part.haves if part else ()
    scored = cell.attempts[-1] if cell and cell.attempts else None
    return out.TalkRow(
        person_id=enrolment.person_id,
        name=enrolment.person.sort_name,
        section=enrolment.section.name if enrolment.section else "",
        state=state,
        haves=[len(h.taken) for h in haves] or [0] * len(item.wants),
        late=sum(h.late for h in haves),
        posts=sum(len(h.taken) for h in haves),
        proposed=str(points(part.proposed(item.possible))) if part else "0",
        raw=str(points(scored.raw)) if scored else None,
        counts=str(points(what.result.counts)) if what else None,
        comment=scored.comment if scored else "",
        version=version,
    )


def _state(
    item: LaidItem, part: Part | None, cell: CellScores | None, what: Counted | None, now: datetime
) -> out.TalkState:
    if item.excused or (cell is not None and cell.excused):
        return "excused"
    if cell is not None and what is not None:
        return "held" if cell.held else "released"
    if part is None or not part.begun:
        return "nothing"
    over = item.span.due is None or item.span.due <= now
    return "waiting" if item.counts and over else "begun"


def save_scores(actor: Actor, course: Course, item_id: int, wishes: Sequence[out.TalkScoreIn]) -> None:
    """Several students' scores at once; where one is refused none is kept. The moment of the work is that at which
    their part was there, so that the late rule holds as for any other."""
    laid = layout(course)
    talking_item(laid, item_id, teaching=True)
    parts = class_parts(course, laid, item_id, [w.person_id for w in wishes])
    for wish in wishes:
        part = parts.get(wish.person_id)
        at = max((t.at for h in part.haves for t in h.taken), default=None) if part else None
        save_score(
            actor,
            course,
            item_id,
            ScoreWish(wish.person_id, ONE_ATTEMPT, wish.raw, wish.comment, at, wish.seen_version, wish.above_possible),
        )
