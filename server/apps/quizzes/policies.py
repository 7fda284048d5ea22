"""Who may read what somebody answered."""

from __future__ import annotations

from apps.courses.public import Course, Membership, can_see_student, membership, students
from apps.kernel.public import Actor, Allowed, Denied, StoredFile, Verdict
from apps.questions.public import can_read_bank_file
from apps.quizzes.models import AttemptFile, AttemptQuestion, QuizAttempt, SheetFile


def can_read_attempt(actor: Actor, attempt: QuizAttempt) -> Verdict:
    """Whose it is, always; teachers of their section, begun or handed in."""
    if attempt.person_id == actor.person_id:
        return Allowed()
    return can_see_attempt_of(membership(actor, attempt.course), attempt)


def can_see_attempt_of(member: Membership, attempt: QuizAttempt) -> Verdict:
    return can_see_work_of(member, attempt.course, attempt.person_id)


def can_see_work_of(member: Membership, course: Course, person_id: int) -> Verdict:
    if not member.teaches:
        return Denied("quiz.not_yours")
    enrolment = students(course).filter(person_id=person_id).first()
    return can_see_student(member, enrolment.section_id if enrolment else None)


def can_read_sheet_file(actor: Actor, stored: StoredFile) -> Verdict:
    found = SheetFile.objects.select_related("sheet__item__course").filter(stored=stored).first()
    if found is None:
        return Denied("quiz.not_yours")
    if found.sheet.person_id == actor.person_id:
        return Allowed()
    course = found.sheet.item.course
    return can_see_work_of(membership(actor, course), course, found.sheet.person_id)


def can_read_attempt_file(actor: Actor, stored: StoredFile) -> Verdict:
    rows = AttemptFile.objects.select_related("question__attempt__course").filter(stored=stored)
    found = rows.first()
    return can_read_attempt(actor, found.question.attempt) if found else Denied("quiz.not_yours")


def can_read_question_picture(actor: Actor, stored: StoredFile) -> Verdict:
    """Those who teach the course, and those to whom a question with it was put."""
    verdict = can_read_bank_file(actor, stored)
    if isinstance(verdict, Allowed):
        return verdict
    if actor.person_id is None or stored.owner_id is None:
        return verdict
    mine = AttemptQuestion.objects.filter(attempt__person_id=actor.person_id, attempt__course_id=stored.owner_id)
    return Allowed() if mine.filter(edition__body__icontains=str(stored.key)).exists() else verdict
