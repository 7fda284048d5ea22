"""Writing messages: to the team, to people, and on in a thread."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

from django.db.models import OuterRef, Subquery
from django.utils.translation import gettext as _

from apps.courses.public import Course, can_enter, can_lay_out, membership, refuse_archived
from apps.kernel.public import (
    Actor,
    Refused,
    StoredFile,
    Written,
    now,
    record,
    require,
    written,
)
from apps.messages.models import Message, Thread, ThreadRead, WritingRule
from apps.messages.pictures import keep_picture
from apps.messages.threads import classmates_rule, may_write_to, readers_of, sections_of, thread_row
from apps.notices.public import News, notify

BEGINNING = 160
MOST_OF_STUDENT = 20


@dataclass(frozen=True, slots=True)
class MessageWish:
    """`people`: each gets a message of their own and sees only themselves; none: those who teach the course."""

    people: tuple[int, ...]
    html: str
    context: str = ""


def write_message(actor: Actor, course: Course, wish: MessageWish) -> list[Thread]:
    member, person = membership(actor, course), actor.person_id or 0
    require(can_enter(member))
    refuse_archived(course)
    said, people = written(wish.html), set(wish.people)
    if not people and not member.studies:
        raise Refused("message.nobody")
    if people - may_write_to(course, member, person):
        raise Refused("message.not_to_them", status=403)
    if not member.teaches and len(people) > MOST_OF_STUDENT:
        raise Refused("message.too_many", most=MOST_OF_STUDENT)
    threads = _threads(course, person, people, member.teaches)
    _put(person, threads, said, wish.context[:200])
    record(actor, "message.write", ("course", course.pk), course_id=course.pk, after={"threads": len(threads)})
    _tell(actor, course, threads, said, member.teaches)
    return threads


def reply(actor: Actor, course: Course, thread_id: int, html: str) -> Message:
    member, person = membership(actor, course), actor.person_id or 0
    require(can_enter(member))
    refuse_archived(course)
    thread = thread_row(course, member, person, thread_id)
    if thread.other_id is not None and {thread.one_id, thread.other_id} - {person} - may_write_to(
        course, member, person
    ):
        raise Refused("message.not_to_them", status=403)
    said = written(html)
    [made] = _put(person, _held([thread.pk]), said, "")
    record(actor, "message.reply", ("thread", thread.pk), course_id=course.pk)
    _tell(actor, course, [thread], said, member.teaches)
    return made


def add_picture(actor: Actor, course: Course, upload: Any) -> tuple[StoredFile, tuple[int, int] | None]:
    """A picture for a message, and its size as it came when it was scaled down."""
    require(can_enter(membership(actor, course)))
    return keep_picture(actor, course, upload, "message", "message.add_file")


def read_upto(actor: Actor, course: Course, thread_id: int, upto: int) -> None:
    """What somebody has read of a thread only grows."""
    member, person = membership(actor, course), actor.person_id or 0
    require(can_enter(member))
    thread = thread_row(course, member, person, thread_id)
    last = thread.messages.filter(pk__lte=upto).order_by("-pk").values_list("pk", flat=True).first()
    if last is None:
        return
    ThreadRead.objects.get_or_create(thread=thread, person_id=person, defaults={"upto": last})
    ThreadRead.objects.filter(thread=thread, person_id=person, upto__lt=last).update(upto=last)
    record(actor, "message.read", ("thread", thread.pk), course_id=course.pk)


def set_writing_rule(actor: Actor, course: Course, classmates: str) -> None:
    """`classmates`: one of `WritingRule.CLASSMATES`."""
    require(can_lay_out(membership(actor, course)))
    before = classmates_rule(course)
    WritingRule.objects.update_or_create(course=course, defaults={"classmates": classmates})
    was, now_is = {"classmates": before}, {"classmates": classmates}
    record(actor, "message.rule", ("course", course.pk), course_id=course.pk, before=was, after=now_is)


def copy_writing_rule(source: Course, course: Course) -> None:
    for rule in WritingRule.objects.filter(course=source):
        WritingRule.objects.create(course=course, classmates=rule.classmates)


def _threads(course: Course, person: int, people: set[int], teaches: bool) -> list[Thread]:
    """One for each, held; those that are not there yet begin. What a student and the team write is the team's."""
    sections = sections_of(course, people | {person})
    pairs: dict[tuple[int, int | None], int | None] = {}
    if not people:
        pairs[person, None] = sections.get(person)
    for one in sorted(people):
        if teaches and one in sections:
            pairs[one, None] = sections[one]
        else:
            pairs[min(person, one), max(person, one)] = None
    Thread.objects.bulk_create(
        [Thread(course=course, one_id=a, other_id=b, section_id=s) for (a, b), s in pairs.items()],
        ignore_conflicts=True,
    )
    found = Thread.objects.filter(course=course, one_id__in={a for a, _other in pairs})
    return _held([t.pk for t in found if (t.one_id, t.other_id) in pairs])


def _held(keys: Sequence[int]) -> list[Thread]:
    """Locked in one order until the transaction ends: whoever writes into the same thread writes after."""
    return list(Thread.objects.select_for_update(no_key=True).filter(pk__in=keys).order_by("pk"))


def _put(person: int, threads: Sequence[Thread], said: Written, context: str) -> list[Message]:
    """The same words into each thread."""
    words = {"html": said.html, "text": said.text, "context": context, "at": now()}
    made = Message.objects.bulk_create(Message(thread=t, sender_id=person, **words) for t in threads)
    newest = Message.objects.filter(thread_id=OuterRef("pk")).order_by("-pk").values("pk")[:1]
    Thread.objects.filter(pk__in=[t.pk for t in threads]).update(last_id=Subquery(newest))
    return made


def _tell(actor: Actor, course: Course, threads: Sequence[Thread], said: Written, teaches: bool) -> None:
    """Each of those it reaches, once; what one of the team writes to students is no news to the others."""
    person = actor.person_id or 0
    reached: set[int] = set()
    for thread in threads:
        reached |= {thread.one_id} if teaches and thread.other_id is None else set(readers_of(thread))
    title = _("%(name)s wrote to you") % {"name": actor.name}
    to = address(course, threads[0].pk if len(threads) == 1 else None)
    notify(
        reached - {person},
        News(kind="message", title=title, address=to, line=said.text[:BEGINNING], course=course.code),
    )


def address(course: Course, thread_id: int | None) -> str:
    return f"/c/{course.slug}/talk/messages" + (f"/{thread_id}" if thread_id else "")
