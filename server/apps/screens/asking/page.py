"""Whom to ask, what was answered already, and answers that become the course's: over questions and the library."""

from __future__ import annotations

from apps.courses.public import Course, Seat, can_lay_out, can_study, instructors, membership
from apps.kernel.public import Actor, require, together, with_own_files
from apps.library.public import EntryWish, answered_before, change_entry, make_entry, people_of
from apps.links.public import asked_along
from apps.messages.public import Question, QuestionWish, ask, note_published, question_out, question_row
from apps.messages.public import near as near_questions
from apps.path.public import Reader, laid_for, opened_items, own_progress
from apps.quizzes.public import asked_about
from apps.screens.asking import schemas as out

LONGEST = 2000


def ask_about_answer(actor: Actor, course: Course, item_id: int, answer_id: int, html: str) -> Question:
    require(can_study(membership(actor, course)))
    along = asked_about(course, item_id, actor.person_id or 0, answer_id)
    return ask(actor, course, QuestionWish("item", item_id, html, open_to_class=False), along)


def ask_about_problem(actor: Actor, course: Course, item_id: int, html: str, ticket: str) -> Question:
    """About a problem of a linked system: its text, the numbers and the tries come along."""
    require(can_study(membership(actor, course)))
    along = asked_along(actor, item_id, ticket)
    return ask(actor, course, QuestionWish("item", item_id, html, open_to_class=False), along)


def asking(course: Course) -> out.Asking:
    team = instructors(course)
    return out.Asking(
        team=team,
        answer_days=course.answer_days,
        others=[
            out.Addressee(
                name=one.title,
                role=one.notes.get("role", ""),
                answers=one.notes.get("answers", ""),
                hours=one.notes.get("hours", ""),
                contact=one.notes.get("contact", ""),
            )
            for one in people_of(course)
            if one.title not in team
        ],
    )


def near(course: Course, reader: Reader, text: str) -> out.Near:
    """What was answered or asked already, the nearest first; of questions those that their askers opened to all."""
    laid = laid_for(course, reader)
    reached = opened_items(own_progress(course, laid, reader))
    seat = Seat(course, reader.member)
    found = near_questions(course, reader.person_id, reached, text[:LONGEST])
    return out.Near(
        answered=[out.Answered(title=e.title, html=e.html) for e in answered_before(course, text[:LONGEST])],
        asked=[question_out(q, laid, seat, reader, whole=False) for q in found if q.published is None],
    )


def publish(actor: Actor, course: Course, question_id: int, title: str, html: str) -> None:
    """Into the library's answers, without the asker's name; pictures come along under keys of their own."""
    member = membership(actor, course)
    require(can_lay_out(member))
    question = question_row(course, member, actor.person_id or 0, question_id)
    with together(actor, "library.publish", ("question", question_id), course_id=course.pk):
        entry = question.published or make_entry(actor, course, "faq", EntryWish(title=title, html="")).pk
        moved = with_own_files(html, ("question", course.pk), course.pk, ("library_entry", entry))
        change_entry(actor, course, entry, EntryWish(title=title, html=moved, removed=False))
        note_published(question, entry)


def unpublish(actor: Actor, course: Course, question_id: int) -> None:
    member = membership(actor, course)
    require(can_lay_out(member))
    question = question_row(course, member, actor.person_id or 0, question_id)
    if question.published is None:
        return
    with together(actor, "library.unpublish", ("question", question_id), course_id=course.pk):
        change_entry(actor, course, question.published, EntryWish(removed=True))
        note_published(question, None)
