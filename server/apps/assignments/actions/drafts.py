"""A draft is kept as it is typed and filled; nothing of it counts as handed in."""

from __future__ import annotations

from django.db.models import Max

from apps.assignments.models import Brief, HandIn, HandInFile
from apps.assignments.queries import brief_of
from apps.courses.public import Course, can_study, membership
from apps.kernel.public import Actor, Refused, StoredFile, now, record, require, store
from apps.path.public import Fact, note, require_doable

LONGEST_TEXT = 200_000
LONGEST_COMMENT = 5_000


def open_draft(actor: Actor, course: Course, item_id: int) -> tuple[HandIn, Brief]:
    """The person's draft, made when there is none; locked until the transaction ends."""
    require(can_study(membership(actor, course)))
    known = require_doable(course, item_id, actor, now())
    item = known.laid.student_items[item_id]
    if not item.takes_hand_ins or actor.person_id is None:
        raise Refused("hand_in.not_here")
    brief = brief_of(item_id)
    mine = HandIn.objects.filter(item_id=item_id, person_id=actor.person_id)
    draft = mine.filter(handed_in_at__isnull=True).select_for_update().first()
    if draft is None:
        extra = item.allowed.extra_attempts if item.allowed else 0
        most = None if brief.attempts is None else brief.attempts + extra
        draft = _new(actor.person_id, course, item_id, most)
    return draft, brief


def _new(person_id: int, course: Course, item_id: int, most: int | None) -> HandIn:
    used = HandIn.objects.filter(item_id=item_id, person_id=person_id).aggregate(n=Max("attempt"))["n"] or 0
    if most is not None and used >= most:
        raise Refused("hand_in.no_attempt_left", status=409, most=most)
    HandIn.objects.bulk_create(
        [
            HandIn(
                course=course,
                item_id=item_id,
                person_id=person_id,
                attempt=used + 1,
                started_at=now(),
                saved_at=now(),
            )
        ],
        ignore_conflicts=True,
    )
    return HandIn.objects.select_for_update().get(item_id=item_id, person_id=person_id, handed_in_at__isnull=True)


def save_draft(actor: Actor, course: Course, item_id: int, text: str, comment: str) -> HandIn:
    draft, brief = open_draft(actor, course, item_id)
    if text and not brief.takes_text:
        raise Refused("hand_in.no_text")
    if len(text) > LONGEST_TEXT:
        raise Refused("text.too_long", field="The text", length=len(text), most=LONGEST_TEXT)
    if len(comment) > LONGEST_COMMENT:
        raise Refused("text.too_long", field="The comment", length=len(comment), most=LONGEST_COMMENT)
    draft.text, draft.comment = text, comment
    return _kept(actor, course, draft)


def add_file(actor: Actor, course: Course, item_id: int, upload: object) -> HandIn:
    draft, brief = open_draft(actor, course, item_id)
    if not brief.takes_files:
        raise Refused("hand_in.no_files")
    count = draft.files.count()
    if count >= brief.most_files:
        raise Refused("hand_in.too_many_files", most=brief.most_files)
    stored: StoredFile = store(actor, upload, ("hand_in", draft.pk), brief.most_megabytes * 1024 * 1024)  # type: ignore[arg-type]
    last = draft.files.aggregate(n=Max("position"))["n"] or 0
    HandInFile.objects.create(hand_in=draft, stored=stored, position=last + 1)
    record(actor, "hand_in.add_file", ("hand_in", draft.pk), course_id=course.pk, after={"file": stored.name})
    return _kept(actor, course, draft)


def remove_file(actor: Actor, course: Course, item_id: int, file_id: int) -> HandIn:
    draft, _ = open_draft(actor, course, item_id)
    row = draft.files.select_related("stored").filter(pk=file_id).first()
    if row is None:
        raise Refused("hand_in.file_gone", status=404)
    record(
        actor,
        "hand_in.remove_file",
        ("hand_in", draft.pk),
        course_id=course.pk,
        before={"file": row.stored.name},
    )
    row.delete()
    return _kept(actor, course, draft)


def _kept(actor: Actor, course: Course, draft: HandIn) -> HandIn:
    """Save, and let both sides see that something is started and not handed in."""
    draft.saved_at = now()
    draft.save(update_fields=["text", "comment", "saved_at"])
    detail = {"files": draft.files.count(), "words": len(draft.text.split()), "attempt": draft.attempt}
    note(actor, course, draft.item_id, draft.person_id, Fact.STARTED, at=draft.started_at, detail=detail)
    return draft
