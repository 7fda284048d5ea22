"""Who may read the pictures of announcements, questions and messages."""

from __future__ import annotations

from collections.abc import Collection
from uuid import UUID

from django.db.models import Q

from apps.courses.public import Course, Membership, can_enter, membership
from apps.kernel.public import Actor, Allowed, Denied, StoredFile, Verdict, now
from apps.layout.public import person_layout
from apps.messages.announcements import announcements_for
from apps.messages.models import Announcement, Message, Question, Thread
from apps.messages.questions import readable, shared
from apps.messages.threads import own_threads
from apps.path.public import can_open


def _entered(actor: Actor, stored: StoredFile) -> tuple[Course, Membership] | Denied:
    """The course of a file whose owner id is the course's, and its reader's place in it."""
    course = Course.objects.select_related("term").filter(pk=stored.owner_id or 0, removed_at=None).first()
    if course is None:
        return Denied("file", stranger=True)
    member = membership(actor, course)
    verdict = can_enter(member)
    return verdict if isinstance(verdict, Denied) else (course, member)


def can_read_announced_file(actor: Actor, stored: StoredFile) -> Verdict:
    """Teachers, and whoever one that shows it was said to. The owner id is the course's."""
    entered = _entered(actor, stored)
    if isinstance(entered, Denied):
        return entered
    course, member = entered
    if member.teaches:
        return Allowed()
    person = actor.person_id or 0
    said = announcements_for(course, person_layout(course, person), member, person, now())
    return Allowed() if any(str(stored.key) in s.row.html for s in said) else Denied("file", stranger=True)


def can_read_question_file(actor: Actor, stored: StoredFile) -> Verdict:
    """Who put it there, and whoever reads a question or an answer that shows it. The owner id is the course's."""
    entered = _entered(actor, stored)
    if isinstance(entered, Denied):
        return entered
    (course, member), person = entered, actor.person_id or 0
    if stored.uploaded_by_id == person:
        return Allowed()
    key = str(stored.key)
    mine = Question.objects.filter(readable(course, member, person), course=course)
    if mine.filter(Q(html__contains=key) | Q(lines__html__contains=key)).exists():
        return Allowed()
    known = Q(answered_at__isnull=False) | Q(own_too=True)
    told = Q(html__contains=key) | Q(lines__html__contains=key, lines__answer=True)
    for question in shared(course, person).filter(known).filter(told).distinct() if not member.teaches else ():
        if question.item_id is None or can_open(course, question.item_id, actor):
            return Allowed()
    return Denied("file", stranger=True)


def can_read_message_file(actor: Actor, stored: StoredFile) -> Verdict:
    """Who put it there, and both sides of a thread in which it is shown. The owner id is the course's."""
    entered = _entered(actor, stored)
    if isinstance(entered, Denied):
        return entered
    (course, member), person = entered, actor.person_id or 0
    if stored.uploaded_by_id == person:
        return Allowed()
    threads = Thread.objects.filter(own_threads(course, member, person), course=course)
    shown = threads.filter(messages__html__contains=str(stored.key)).exists()
    return Allowed() if shown else Denied("file", stranger=True)


def files_in_messages(keys: Collection[UUID]) -> set[UUID]:
    """Those of these files that some message shows."""
    return {key for key in keys if Message.objects.filter(html__contains=str(key)).exists()}


def files_in_questions(keys: Collection[UUID]) -> set[UUID]:
    """Those of these files that some question or answer shows."""
    return {
        key
        for key in keys
        if Question.objects.filter(Q(html__contains=str(key)) | Q(lines__html__contains=str(key))).exists()
    }


def files_in_announcements(keys: Collection[UUID]) -> set[UUID]:
    """Those of these files that some announcement shows; what was removed can come back."""
    return {key for key in keys if Announcement.objects.filter(html__contains=str(key)).exists()}
