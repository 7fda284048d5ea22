"""Handing in: what is in the draft at this instant becomes an attempt with a receipt."""

from __future__ import annotations

import hashlib
from typing import Any

from apps.assignments.actions.drafts import Seen, open_draft, refuse_other_edition
from apps.assignments.actions.photos import make_photo_pdf
from apps.assignments.actions.whose import note_handed_in
from apps.assignments.models import Brief, HandIn, HandInFile
from apps.assignments.queries import used_attempts
from apps.assignments.receipts import mail_text
from apps.courses.public import Course, Crew
from apps.kernel.public import Actor, Refused, now, plain_letters, record, web_link
from apps.layout.public import LaidItem, person_layout
from apps.notices.public import queue_mail
from apps.path.public import Fact, forget

SAME = (
    "course",
    "item_id",
    "attempt",
    "text",
    "comment",
    "link",
    "started_at",
    "saved_at",
    "edition",
    "handed_in_at",
    "way",
    "recorded_by_id",
    "group_id",
    "saved_by_id",
)
"""What the rows of a group have in common."""


def hand_in(actor: Actor, course: Course, item_id: int, seen: Seen) -> HandIn:
    """Hand in the draft. The server's clock rules; work on what has closed is refused before. Who hands in for their
    group gives each of it a receipt of their own."""
    opened = open_draft(actor, course, item_id, seen)
    draft, crew = opened.draft, opened.crew
    refuse_other_edition(draft, seen, actor.person_id)
    if not (draft.files.exists() or draft.photos.exists() or draft.text.strip() or draft.link.strip()):
        raise Refused("hand_in.empty")
    _refuse_template(opened.brief, draft)
    draft.link = web_link(draft.link) if draft.link.strip() else ""
    draft.person_id = actor.person_id or draft.person_id
    draft.group_id = crew.group_id if crew else None
    draft.attempt = max(draft.attempt, used_attempts(item_id, crew.people if crew else [draft.person_id]) + 1)
    draft.handed_in_at, draft.number, draft.course = now(), fresh_number(), course
    make_photo_pdf(actor, course, draft, opened.known.laid.items[item_id].title)
    deliver(actor, course, draft, crew)
    return draft


def deliver(actor: Actor, course: Course, work: HandIn, crew: Crew | None, action: str = "hand_in.hand_in") -> None:
    """It is handed in, with a receipt by mail; to each of its group, in a row of their own. What one of them has begun
    alone goes on as the attempt after it."""
    files = list(work.files.select_related("stored")) if work.pk else []
    others = [_same_for(work, person_id) for person_id in crew.people if person_id != work.person_id] if crew else []
    for row in (work, *others):
        if crew or work.pk is None:
            make_way(row.item_id, row.person_id, row.attempt, besides=row.pk)
        item = person_layout(course, row.person_id).items[row.item_id]
        row.receipt = receipt_of(course, item, row, [f.stored for f in files])
        if row.way != HandIn.HERE:
            row.receipt |= {"way": row.way, "recorded_by": actor.name}
        if crew:
            row.receipt |= {"group": crew.name, "people": list(crew.people.values()), "handed_in_by": work.person.name}
        row.save()
        if row is not work:
            HandInFile.objects.bulk_create(HandInFile(hand_in=row, stored=f.stored, position=f.position) for f in files)
        _handed_in(actor, course, row, action)


def _handed_in(actor: Actor, course: Course, row: HandIn, action: str) -> None:
    note_handed_in(actor, course, row)
    for past in (Fact.STARTED, Fact.GIVEN_BACK) if row.way == HandIn.HERE else (Fact.GIVEN_BACK,):
        forget(actor, course, row.item_id, row.person_id, past)
    record(actor, action, ("hand_in", row.pk), course_id=course.pk, after=row.receipt)
    queue_mail(row.person.email, *mail_text(row, row.person.name))


def _same_for(work: HandIn, person_id: int) -> HandIn:
    """The row of another of its group."""
    kept = {name: getattr(work, name) for name in SAME}
    return HandIn(**kept, person_id=person_id, first=work, number=fresh_number())


def make_way(item_id: int, person_id: int, attempt: int, besides: int | None = None) -> None:
    """A draft that somebody began by themselves becomes the attempt after this one."""
    drafts = HandIn.objects.filter(item_id=item_id, person_id=person_id, handed_in_at=None, group=None)
    drafts.filter(attempt__lte=attempt).exclude(pk=besides or 0).update(attempt=attempt + 1)


def _refuse_template(brief: Brief, draft: HandIn) -> None:
    """A template that nobody filled in is no work."""
    if not brief.template.strip() or draft.text.split() != brief.template.split():
        return
    if not (draft.files.exists() or draft.photos.exists() or draft.link.strip()):
        raise Refused("hand_in.template_only")


def fresh_number() -> str:
    while True:
        letters = plain_letters(7)
        number = f"{letters[:3]}-{letters[3:]}"
        if not HandIn.objects.filter(number=number).exists():
            return number


def receipt_of(course: Course, item: LaidItem, draft: HandIn, files: list[Any]) -> dict[str, Any]:
    """What was received, frozen: later changes of course or item do not change a receipt."""
    text = draft.text.encode()
    return {
        "number": draft.number,
        "course": f"{course.code} {course.title}",
        "item": item.title,
        "attempt": draft.attempt,
        "at": draft.handed_in_at.isoformat() if draft.handed_in_at else "",
        "zone": course.zone,
        "due": item.span.due.isoformat() if item.span.due else None,
        "files": [{"name": f.name, "size": f.size, "sha256": f.sha256} for f in files],
        "text_characters": len(draft.text),
        "text_sha256": hashlib.sha256(text).hexdigest() if text else None,
        "link": draft.link,
        "comment": draft.comment,
    }
