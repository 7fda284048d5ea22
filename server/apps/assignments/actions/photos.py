"""Work on paper in photographs: pages of a draft, put in order, turned and cut; handed in as one PDF."""

from __future__ import annotations

from collections.abc import Sequence
from pathlib import Path

from django.core.files.base import ContentFile
from django.core.files.storage import default_storage
from django.db.models import F, Max
from django.utils.translation import get_language
from django.utils.translation import gettext as _

from apps.assignments.actions.drafts import Seen, keep, open_draft
from apps.assignments.api.schemas import PhotoWish
from apps.assignments.models import HandIn, HandInFile, HandInPhoto
from apps.courses.public import Course
from apps.kernel.public import (
    Actor,
    PhotoPage,
    Refused,
    StoredFile,
    copied,
    cut_and_turned,
    photo_pdf,
    photograph,
    record,
    store,
)
from apps.path.public import Progress

MOST_PHOTOS = 60
LONGEST_SIDE, SMALL_SIDE = 2400, 360
"""Pixels: 200 dots an inch on a page, and what a list shows."""
OWNER = "hand_in_photo"


def add_photo(actor: Actor, course: Course, item_id: int, upload: object, seen: Seen) -> Progress:
    opened = open_draft(actor, course, item_id, seen)
    draft, brief = opened.draft, opened.brief
    if not brief.takes_photos:
        raise Refused("hand_in.no_photos")
    if draft.photos.count() >= MOST_PHOTOS:
        raise Refused("hand_in.too_many_photos", most=MOST_PHOTOS)
    photo = photograph(upload, LONGEST_SIDE)  # type: ignore[arg-type]
    small = photograph(photo.upload, SMALL_SIDE)
    stored = store(actor, course.pk, photo.upload, (OWNER, draft.pk))
    HandInPhoto.objects.create(
        hand_in=draft,
        stored=stored,
        small=store(actor, course.pk, small.upload, (OWNER, draft.pk)),
        position=_next(draft),
        width=photo.width,
        height=photo.height,
    )
    record(actor, "hand_in.add_photo", ("hand_in", draft.pk), course_id=course.pk, after={"file": stored.name})
    keep(actor, course, opened)
    return opened.known


def remove_photo(actor: Actor, course: Course, item_id: int, photo_id: int, seen: Seen) -> Progress:
    opened = open_draft(actor, course, item_id, seen)
    draft = opened.draft
    photo = draft.photos.select_related("stored", "small").filter(pk=photo_id).first()
    if photo is None:
        raise Refused("hand_in.photo_gone", status=404)
    before = {"file": photo.stored.name}
    record(actor, "hand_in.remove_photo", ("hand_in", draft.pk), course_id=course.pk, before=before)
    photo.delete()
    photo.stored.delete()
    photo.small.delete()
    keep(actor, course, opened)
    return opened.known


def set_photos(actor: Actor, course: Course, item_id: int, wishes: Sequence[PhotoWish], seen: Seen) -> Progress:
    """The order, the turns and the cuts. What was taken out or added meanwhile, on another device, stays so: pages that
    are not named go behind those that are."""
    opened = open_draft(actor, course, item_id, seen)
    draft = opened.draft
    photos = {photo.pk: photo for photo in draft.photos.all()}
    named = [wish for wish in {w.id: w for w in wishes}.values() if wish.id in photos]
    last = len(named)
    draft.photos.exclude(pk__in=[w.id for w in named]).update(position=F("position") + last)
    for position, wish in enumerate(named, 1):
        left, top, right, bottom = wish.cuts
        if left + right > 90 or top + bottom > 90:
            raise Refused("hand_in.all_cut", n=position)
        photo = photos[wish.id]
        photo.position, photo.turn = position, wish.turn
        photo.cut_left, photo.cut_top, photo.cut_right, photo.cut_bottom = left, top, right, bottom
        photo.save(update_fields=["position", "turn", "cut_left", "cut_top", "cut_right", "cut_bottom"])
    record(actor, "hand_in.set_photos", ("hand_in", draft.pk), course_id=course.pk, after={"pages": last})
    keep(actor, course, opened)
    return opened.known


def take_photos_again(actor: Actor, course: Course, item_id: int, seen: Seen) -> Progress:
    """The next attempt begins with the pages of the last: one can be added or taken anew without the others."""
    opened = open_draft(actor, course, item_id, seen)
    draft, brief = opened.draft, opened.brief
    if not brief.takes_photos:
        raise Refused("hand_in.no_photos")
    if draft.photos.exists():
        return opened.known
    rows = HandIn.objects.select_related("first").filter(item_id=item_id, person_id=actor.person_id or 0)
    last = rows.exclude(handed_in_at=None).order_by("-attempt").first()
    for photo in (last.first or last).photos.select_related("stored", "small") if last else ():
        photo.pk, photo.hand_in = None, draft
        photo.stored = copied(photo.stored, course.pk, (OWNER, draft.pk))
        photo.small = copied(photo.small, course.pk, (OWNER, draft.pk))
        photo.save()
    keep(actor, course, opened)
    return opened.known


def make_photo_pdf(actor: Actor, course: Course, draft: HandIn, title: str) -> None:
    """The pages as the last file of the hand-in, under the number of its receipt; none where there are no pages."""
    photos = list(draft.photos.select_related("stored"))
    if not photos:
        return
    pages = [_page(photo, n, len(photos), draft.number or "") for n, photo in enumerate(photos, 1)]
    name = f"{title.replace('/', ' ')}.pdf"
    content = photo_pdf(pages, title, get_language() or "en")
    stored: StoredFile = store(actor, course.pk, ContentFile(content, name), ("hand_in", draft.pk), len(content))
    last = draft.files.aggregate(n=Max("position"))["n"] or 0
    HandInFile.objects.create(hand_in=draft, stored=stored, position=last + 1)


def _page(photo: HandInPhoto, n: int, of: int, number: str) -> PhotoPage:
    with default_storage.open(photo.stored.path) as kept:
        content = cut_and_turned(kept.read(), photo.turn, photo.cuts)
    said = _("Page %(n)s of %(of)s, a photograph: %(name)s") % {"n": n, "of": of, "name": Path(photo.stored.name).stem}
    return PhotoPage(content, said, f"{number}   {n} / {of}")


def _next(draft: HandIn) -> int:
    return (draft.photos.aggregate(n=Max("position"))["n"] or 0) + 1
