from typing import Annotated

from django.http import HttpResponse
from ninja import File, Router, UploadedFile

from apps.courses.public import can_teach, course_by_slug
from apps.kernel.public import actor_of, answer, file_out, now, require, write
from apps.layout.public import Changed, Uploaded, changed, layout
from apps.messages.actions import announce
from apps.messages.actions.announce import AnnouncementWish, announcement_row
from apps.messages.api import schemas as s
from apps.messages.pages import announcements, readers_of
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["messages"])
AT = "/courses/{slug}/announcements"


@router.get(AT, response=s.Announcements)
def read_announcements(request: SignedIn, slug: str) -> HttpResponse:
    """What was said, in order of time; for teachers also what is to come, and drafts."""
    course, reader = enter(request, slug)
    return answer(announcements(course, reader))


@router.post(AT, response=Changed)
@write
def new_announcement(request: SignedIn, slug: str, payload: s.AnnouncementIn) -> Changed:
    wish = AnnouncementWish(**payload.model_dump())
    return changed(announce.keep_announcement(actor_of(request), course_by_slug(slug), None, wish), slug)


@router.post(AT + "/images", response=Uploaded)
@write
def upload_announcement_image(request: SignedIn, slug: str, file: Annotated[UploadedFile, File()]) -> Uploaded:
    stored, shrunk = announce.add_image(actor_of(request), course_by_slug(slug), file)
    return Uploaded(file=file_out(stored), at=now(), shrunk_from=list(shrunk) if shrunk else None)


@router.post(AT + "/read", response=s.AnnouncementsRead)
@write
def announcements_read(request: SignedIn, slug: str, payload: s.AnnouncementsRead) -> s.AnnouncementsRead:
    announce.note_read(actor_of(request), course_by_slug(slug), payload.ids)
    return payload


@router.put(AT + "/{announcement_id}", response=Changed)
@write
def edit_announcement(request: SignedIn, slug: str, announcement_id: int, payload: s.AnnouncementIn) -> Changed:
    wish = AnnouncementWish(**payload.model_dump())
    return changed(announce.keep_announcement(actor_of(request), course_by_slug(slug), announcement_id, wish), slug)


@router.delete(AT + "/{announcement_id}", response=Changed)
@write
def delete_announcement(request: SignedIn, slug: str, announcement_id: int) -> Changed:
    return changed(announce.remove_announcement(actor_of(request), course_by_slug(slug), announcement_id), slug)


@router.get(AT + "/{announcement_id}/readers", response=list[s.ReaderOut])
def announcement_readers(request: SignedIn, slug: str, announcement_id: int) -> list[s.ReaderOut]:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    row = announcement_row(course, announcement_id)
    return readers_of(row, layout(course), reader.member.section_ids)
