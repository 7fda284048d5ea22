"""A draft is kept as it is typed and filled; nothing of it counts as handed in."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

from django.db.models import Max

from apps.assignments.kinds import ASSIGNMENT
from apps.assignments.models import Brief, HandIn, HandInFile
from apps.assignments.queries import brief_of, crew_at, draft_of, saved_by_other, used_attempts
from apps.courses.public import Course, Crew, Group, can_study, membership
from apps.kernel.public import Actor, Refused, StoredFile, now, record, require, store, untold
from apps.path.public import Fact, Progress, note, require_doable

LONGEST_TEXT = 200_000
LONGEST_COMMENT = 5_000
LONGEST_LINK = 2_000
PLAYED = ("audio/", "video/")


@dataclass(frozen=True)
class Seen:
    """What somebody looked at as they typed: the attempt, and the edition of its text. None: whatever stands, or the
    first attempt."""

    attempt: int | None = None
    edition: int | None = None


class Opened(NamedTuple):
    draft: HandIn
    brief: Brief
    known: Progress
    crew: Crew | None
    """With whom it is worked on; None: by oneself."""


def open_draft(actor: Actor, course: Course, item_id: int, seen: Seen) -> Opened:
    """The draft of the attempt that the person looked at, theirs or their group's, made when it is the next; locked
    until the transaction ends. What was handed in meanwhile stays handed in, and opens no other attempt by itself."""
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    item = known.laid.student_items[item_id]
    if item.kind != ASSIGNMENT.code or not item.takes_hand_ins or actor.person_id is None:
        raise Refused("hand_in.not_here")
    brief = brief_of(item_id)
    crew = locked(crew_at(course, brief, actor.person_id))
    draft = _standing(brief, actor.person_id, crew)
    if draft is None:
        extra = item.allowed.extra_attempts if item.allowed else 0
        most = None if brief.attempts is None else brief.attempts + extra
        draft = _new(actor.person_id, course, brief, seen.attempt or 1, most, crew)
    if seen.attempt is not None and draft.attempt != seen.attempt:
        raise Refused("hand_in.attempt_over", status=409, attempt=seen.attempt)
    return Opened(draft, brief, known, crew)


def locked(crew: Crew | None) -> Crew | None:
    """Two of a group who begin at once write in one draft."""
    if crew:
        Group.objects.select_for_update(no_key=True).filter(pk=crew.group_id).first()
    return crew


def _standing(brief: Brief, person_id: int, crew: Crew | None) -> HandIn | None:
    """What one of them began by themselves becomes their group's, as long as that has none."""
    rows = HandIn.objects.select_for_update()
    draft = rows.filter(draft_of(brief, person_id, crew)).first()
    if draft is None and crew:
        draft = rows.filter(draft_of(brief, person_id, None)).first()
        if draft:
            draft.group_id, draft.attempt = crew.group_id, used_attempts(brief.item_id, crew.people) + 1
            draft.save(update_fields=["group", "attempt"])
    return draft


def _new(person_id: int, course: Course, brief: Brief, attempt: int, most: int | None, crew: Crew | None) -> HandIn:
    used = used_attempts(brief.item_id, crew.people if crew else [person_id])
    if most is not None and used >= most and attempt > used:
        raise Refused("hand_in.no_attempt_left", status=409, most=most)
    if attempt != used + 1:
        raise Refused("hand_in.attempt_over", status=409, attempt=attempt)
    fresh = HandIn(
        course=course,
        item_id=brief.item_id,
        person_id=person_id,
        group_id=crew.group_id if crew else None,
        attempt=attempt,
        started_at=now(),
        saved_at=now(),
    )
    HandIn.objects.bulk_create([fresh], ignore_conflicts=True)
    draft = _standing(brief, person_id, crew)
    if draft is None:
        # Another tab began and handed in the same attempt in this moment.
        raise Refused("hand_in.attempt_over", status=409, attempt=attempt)
    return draft


def refuse_other_edition(draft: HandIn, seen: Seen, person_id: int | None) -> None:
    """Two tabs, devices or people on one draft: the second is told, and what stands is shown to it, and whose it is."""
    if seen.edition is not None and draft.edition != seen.edition:
        raise Refused(
            "hand_in.changed_elsewhere",
            status=409,
            also={
                "edition": draft.edition,
                "text": draft.text,
                "comment": draft.comment,
                "link": draft.link,
                "by": saved_by_other(draft, person_id),
            },
        )


@dataclass(frozen=True)
class Typed:
    text: str
    comment: str
    link: str = ""


def save_draft(actor: Actor, course: Course, item_id: int, typed: Typed, seen: Seen) -> Progress:
    """What was known of the person when the door was asked: of their scores, a draft changes nothing."""
    opened = open_draft(actor, course, item_id, seen)
    draft, known = opened.draft, opened.known
    _refuse_typed(opened.brief, draft, typed)
    if (draft.text, draft.comment, draft.link) == (typed.text, typed.comment, typed.link):
        return known
    refuse_other_edition(draft, seen, actor.person_id)
    draft.text, draft.comment, draft.link = typed.text, typed.comment, typed.link
    draft.edition += 1
    keep(actor, course, opened)
    return known


def _refuse_typed(brief: Brief, draft: HandIn, typed: Typed) -> None:
    """A link is asked to be one when it is handed in: until then it may be half typed. What was typed while it was
    taken stays, and keeps nothing else from being saved."""
    if typed.text and not brief.takes_text and typed.text != draft.text:
        raise Refused("hand_in.no_text")
    if typed.link and not brief.takes_link and typed.link != draft.link:
        raise Refused("hand_in.no_link")
    for field, value, most in (
        ("The text", typed.text, LONGEST_TEXT),
        ("The comment", typed.comment, LONGEST_COMMENT),
        ("The link", typed.link, LONGEST_LINK),
    ):
        if len(value) > most:
            raise Refused("text.too_long", field=field, length=len(value), most=most)


def add_file(actor: Actor, course: Course, item_id: int, upload: object, seen: Seen) -> Progress:
    opened = open_draft(actor, course, item_id, seen)
    draft, brief = opened.draft, opened.brief
    if not (brief.takes_files or brief.takes_recordings):
        raise Refused("hand_in.no_files")
    count = draft.files.count()
    if count >= brief.most_files:
        raise Refused("hand_in.too_many_files", most=brief.most_files)
    most = brief.most_megabytes * 1024 * 1024
    stored: StoredFile = store(actor, course.pk, untold(upload), ("hand_in", draft.pk), most)  # type: ignore[arg-type]
    if not brief.takes_files and not stored.content_type.startswith(PLAYED):
        raise Refused("hand_in.recordings_only", name=stored.name)
    last = draft.files.aggregate(n=Max("position"))["n"] or 0
    HandInFile.objects.create(hand_in=draft, stored=stored, position=last + 1)
    record(actor, "hand_in.add_file", ("hand_in", draft.pk), course_id=course.pk, after={"file": stored.name})
    keep(actor, course, opened)
    return opened.known


def remove_file(actor: Actor, course: Course, item_id: int, file_id: int) -> Progress:
    require(can_study(membership(actor, course)))
    known, brief = require_doable(course, item_id, actor, now()), brief_of(item_id)
    crew = crew_at(course, brief, actor.person_id or 0)
    draft = _standing(brief, actor.person_id or 0, crew)
    row = draft.files.select_related("stored").filter(pk=file_id).first() if draft else None
    if draft is None or row is None:
        raise Refused("hand_in.file_gone", status=404)
    record(
        actor,
        "hand_in.remove_file",
        ("hand_in", draft.pk),
        course_id=course.pk,
        before={"file": row.stored.name},
    )
    row.delete()
    row.stored.delete()
    keep(actor, course, Opened(draft, brief, known, crew))
    return known


def keep(actor: Actor, course: Course, opened: Opened) -> None:
    """Save, and let both sides see that something is started and not handed in."""
    draft = opened.draft
    draft.saved_at, draft.saved_by_id = now(), actor.person_id
    draft.save(update_fields=["text", "comment", "link", "edition", "saved_at", "saved_by"])
    detail = {
        "files": draft.files.count(),
        "photos": draft.photos.count(),
        "words": len(draft.text.split()),
        "attempt": draft.attempt,
    }
    for person_id in opened.crew.people if opened.crew else [draft.person_id]:
        note(actor, course, draft.item_id, person_id, Fact.STARTED, at=draft.started_at, detail=detail)
