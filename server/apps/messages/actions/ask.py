"""Asking and answering."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from django.utils.translation import gettext as _

from apps.courses.public import (
    Course,
    Enrolment,
    Membership,
    can_enter,
    can_study,
    can_teach,
    membership,
    refuse_archived,
)
from apps.kernel.public import (
    Actor,
    Refused,
    StoredFile,
    not_found,
    now,
    record,
    require,
    written,
)
from apps.messages.models import Question, QuestionLine, QuestionToo
from apps.messages.pictures import keep_picture
from apps.messages.questions import context_of, question_row, shared
from apps.messages.team import team_of
from apps.notices.public import News, notify
from apps.path.public import require_open

ABOUT = ("item", "score", "course")
PRIVATE = ("score",)
"""What one asks about in private only."""
MOST_WAITING = 20
BEGINNING = 160


@dataclass(frozen=True, slots=True)
class QuestionWish:
    about: str
    item_id: int | None
    html: str
    open_to_class: bool
    regrade: bool = False
    """About a score that is out: asks for it to be given anew."""


def ask(actor: Actor, course: Course, wish: QuestionWish, along: Mapping[str, Any] | None = None) -> Question:
    """Ask the people who teach the course; what it is about comes along by itself, and `along` with it."""
    member = membership(actor, course)
    require(can_study(member))
    refuse_archived(course)
    if wish.about not in ABOUT or (wish.about != "course") != (wish.item_id is not None):
        raise Refused("question.about")
    said, person = written(wish.html), actor.person_id or 0
    if Question.objects.filter(course=course, asker_id=person).exclude(waits_since=None).count() >= MOST_WAITING:
        raise Refused("question.too_many", most=MOST_WAITING)
    if wish.regrade:
        _refuse_request(course, wish, person)
    context = {}
    if wish.item_id is not None:
        context = context_of(course, require_open(course, wish.item_id, actor), wish.item_id) | dict(along or {})
    if wish.regrade and context.get("score") is None:
        raise Refused("question.no_score_out")
    made = Question.objects.create(
        course=course,
        asker_id=person,
        section_id=next(iter(member.section_ids or ()), None),
        item_id=wish.item_id,
        about=wish.about,
        context=context,
        html=said.html,
        text=said.text,
        open_to_class=wish.open_to_class and wish.about not in PRIVATE,
        regrade=wish.regrade,
        at=now(),
        waits_since=now(),
    )
    record(actor, "question.ask", ("question", made.pk), course_id=course.pk, after={"item": wish.item_id})
    asks = _("%(name)s asks for another score: %(about)s") if wish.regrade else _("%(name)s asks: %(about)s")
    title = asks % {"name": actor.name, "about": context.get("title") or course.title}
    news = News(
        kind="question", title=title, address=address(course, made), line=said.text[:BEGINNING], course=course.code
    )
    notify(team_of(course.pk, made.section_id), news)
    return made


def _refuse_request(course: Course, wish: QuestionWish, person: int) -> None:
    if wish.about != "score" or wish.item_id is None:
        raise Refused("question.about")
    mine = Question.objects.filter(course=course, asker_id=person, item_id=wish.item_id, regrade=True)
    if mine.exclude(waits_since=None).exists():
        raise Refused("question.requested_already", status=409)


def add_picture(actor: Actor, course: Course, upload: Any) -> tuple[StoredFile, tuple[int, int] | None]:
    """A picture for a question or an answer, and its size as it came when it was scaled down."""
    member = membership(actor, course)
    require(can_enter(member))
    return keep_picture(actor, course, upload, "question", "question.add_file")


def address(course: Course, question: Question) -> str:
    return f"/c/{course.slug}/talk/questions?question={question.pk}#question-{question.pk}"


def say_more(actor: Actor, course: Course, question_id: int, html: str) -> QuestionLine:
    """The asker goes on; the question waits again."""
    member = membership(actor, course)
    require(can_study(member))
    question = held_question(actor, course, member, question_id)
    if question.asker_id != actor.person_id:
        raise Refused("question.not_yours", status=403)
    line = say_line(actor, question, html, answer=False)
    if question.waits_since is None:
        Question.objects.filter(pk=question.pk).update(waits_since=now())
    record(actor, "question.more", ("question", question.pk), course_id=course.pk)
    news = News(
        kind="question",
        title=_("%(name)s asks on") % {"name": actor.name},
        address=address(course, question),
        line=line.text[:BEGINNING],
        course=course.code,
    )
    whom = [question.assignee_id] if question.assignee_id else team_of(course.pk, question.section_id)
    notify(whom, news)
    return line


def settle(actor: Actor, course: Course, question_id: int, settled: bool) -> None:
    """Dealt with without an answer here, or open again."""
    member = membership(actor, course)
    require(can_teach(member))
    question = held_question(actor, course, member, question_id)
    Question.objects.filter(pk=question.pk).update(waits_since=None if settled else question.waits_since or now())
    record(actor, "question.settle", ("question", question.pk), course_id=course.pk, after={"settled": settled})


def hand_on(actor: Actor, course: Course, question_id: int, person_id: int) -> None:
    """To somebody who teaches here and knows."""
    member = membership(actor, course)
    require(can_teach(member))
    question = held_question(actor, course, member, question_id)
    teachers = Enrolment.objects.filter(course=course, person_id=person_id).exclude(role=Enrolment.STUDENT)
    if not teachers.exists():
        raise not_found("person")
    Question.objects.filter(pk=question.pk).update(assignee_id=person_id)
    record(actor, "question.hand_on", ("question", question.pk), course_id=course.pk, after={"to": person_id})
    title = _("%(name)s handed a question on to you") % {"name": actor.name}
    notify(
        [person_id],
        News(
            kind="question",
            title=title,
            address=address(course, question),
            line=question.text[:BEGINNING],
            course=course.code,
        ),
    )


def ask_too(actor: Actor, course: Course, question_id: int, too: bool) -> None:
    """'Me too' instead of the same question once more."""
    require(can_study(membership(actor, course)))
    person = actor.person_id or 0
    question = shared(course, person).filter(pk=question_id).first()
    if question is None:
        raise not_found("question")
    if question.item_id is not None:
        require_open(course, question.item_id, actor)
    if too:
        QuestionToo.objects.get_or_create(question_id=question.pk, person_id=person, defaults={"at": now()})
    else:
        QuestionToo.objects.filter(question_id=question.pk, person_id=person).delete()
    record(actor, "question.too", ("question", question.pk), course_id=course.pk, after={"too": too})


def note_published(question: Question, entry_id: int | None) -> None:
    Question.objects.filter(pk=question.pk).update(published=entry_id)


def held_question(actor: Actor, course: Course, member: Membership, question_id: int) -> Question:
    """One that is theirs to read, held until the transaction ends: two answers wait for each other."""
    refuse_archived(course)
    question = question_row(course, member, actor.person_id or 0, question_id)
    return Question.objects.select_for_update(no_key=True, of=("self",)).select_related("asker").get(pk=question.pk)


def say_line(actor: Actor, question: Question, html: str, answer: bool, ruling: Any = None) -> QuestionLine:
    said = written(html)
    return QuestionLine.objects.create(
        question=question,
        author_id=actor.person_id or 0,
        answer=answer,
        html=said.html,
        text=said.text,
        at=now(),
        ruling=ruling,
    )
