"""Handing in: what is in the draft at this instant becomes an attempt with a receipt."""

from __future__ import annotations

import hashlib
from typing import Any

from apps.assignments.actions.drafts import Seen, open_draft, refuse_other_edition
from apps.assignments.actions.photos import make_photo_pdf
from apps.assignments.actions.whose import note_handed_in
from apps.assignments.models import Brief, HandIn
from apps.assignments.receipts import mail_text
from apps.courses.public import Course
from apps.kernel.public import Actor, Refused, now, plain_letters, record, web_link
from apps.layout.public import LaidItem, person_layout
from apps.notices.public import queue_mail
from apps.path.public import Fact, forget


def hand_in(actor: Actor, course: Course, item_id: int, seen: Seen) -> HandIn:
    """Hand in the draft. The server's clock rules; work on what has closed is refused before."""
    opened = open_draft(actor, course, item_id, seen)
    draft = opened.draft
    refuse_other_edition(draft, seen)
    if not (draft.files.exists() or draft.photos.exists() or draft.text.strip() or draft.link.strip()):
        raise Refused("hand_in.empty")
    _refuse_template(opened.brief, draft)
    draft.link = web_link(draft.link) if draft.link.strip() else ""
    draft.handed_in_at = now()
    draft.number = fresh_number()
    item = person_layout(course, draft.person_id).items[item_id]
    make_photo_pdf(actor, course, draft, item.title)
    draft.receipt = receipt_of(course, item, draft, [f.stored for f in draft.files.select_related("stored")])
    draft.save(update_fields=["handed_in_at", "number", "receipt", "link"])
    note_handed_in(actor, course, draft)
    for past in (Fact.STARTED, Fact.GIVEN_BACK):
        forget(actor, course, item_id, draft.person_id, past)
    record(actor, "hand_in.hand_in", ("hand_in", draft.pk), course_id=course.pk, after=draft.receipt)
    draft.course = course
    subject, body = mail_text(draft, draft.person.name)
    queue_mail(draft.person.email, subject, body)
    return draft


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
