from typing import Annotated

from django.http import HttpResponse
from ninja import File, Router, UploadedFile

from apps.courses.public import course_by_slug
from apps.kernel.public import actor_of, answer, file_out, now, write
from apps.layout.public import Uploaded
from apps.messages.actions import write_message as action
from apps.messages.actions.write_message import MessageWish
from apps.messages.api import schemas as s
from apps.messages.message_pages import thread, threads
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["messages"])
AT = "/courses/{slug}/messages"
ONE = AT + "/{thread_id}"


@router.get(AT, response=s.Threads)
def read_threads(request: SignedIn, slug: str, q: str = "", before: int | None = None) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(threads(course, reader, q[:200], before))


@router.post(AT, response=s.MessageKept)
@write
def write_message(request: SignedIn, slug: str, payload: s.MessageIn) -> s.MessageKept:
    wish = MessageWish(tuple(payload.people), payload.html, payload.context)
    made = action.write_message(actor_of(request), course_by_slug(slug), wish)
    return s.MessageKept(thread=made[0].pk if len(made) == 1 else None, threads=len(made), at=now())


@router.post(AT + "/files", response=Uploaded)
@write
def upload_message_file(request: SignedIn, slug: str, file: Annotated[UploadedFile, File()]) -> Uploaded:
    stored, shrunk = action.add_picture(actor_of(request), course_by_slug(slug), file)
    return Uploaded(file=file_out(stored), at=now(), shrunk_from=list(shrunk) if shrunk else None)


@router.put(AT + "/rule", response=s.MessageKept)
@write
def set_writing_rule(request: SignedIn, slug: str, payload: s.WritingRuleIn) -> s.MessageKept:
    action.set_writing_rule(actor_of(request), course_by_slug(slug), payload.classmates)
    return s.MessageKept(thread=None, threads=0, at=now())


@router.get(ONE, response=s.ThreadPage)
def read_thread(request: SignedIn, slug: str, thread_id: int, before: int | None = None) -> HttpResponse:
    course, reader = enter(request, slug)
    return answer(thread(course, reader, thread_id, before))


@router.post(ONE, response=s.MessageKept)
@write
def reply_message(request: SignedIn, slug: str, thread_id: int, payload: s.HtmlIn) -> s.MessageKept:
    made = action.reply(actor_of(request), course_by_slug(slug), thread_id, payload.html)
    return s.MessageKept(thread=thread_id, threads=1, at=made.at)


@router.put(ONE + "/read", response=s.MessageKept)
@write
def thread_read(request: SignedIn, slug: str, thread_id: int, payload: s.UptoIn) -> s.MessageKept:
    action.read_upto(actor_of(request), course_by_slug(slug), thread_id, payload.upto)
    return s.MessageKept(thread=thread_id, threads=1, at=now())
