"""Sheets for a class, or one's own: everyone's numbers are drawn once, and stand whatever is printed how often."""

from __future__ import annotations

from collections.abc import Collection
from datetime import datetime
from secrets import token_urlsafe

from django.db.models import Max, QuerySet
from unvo_core.quizzes.rules import Paper

from apps.courses.public import (
    Course,
    Enrolment,
    Membership,
    can_study,
    can_teach,
    membership,
    refuse_archived,
    students,
)
from apps.kernel.public import Actor, Refused, now, plain_letters, record, require
from apps.path.public import require_doable
from apps.quizzes.drawing import Draw, Drawer
from apps.quizzes.facts import rules_of
from apps.quizzes.models import AttemptQuestion, PaperSheet, Quiz, QuizAttempt
from apps.quizzes.queries import attempts_of, quiz_of, require_quiz
from apps.quizzes.sheets import own_sheet
from apps.quizzes.standing import hindrance_of

AT_A_TIME = 100


def make_sheets(actor: Actor, course: Course, item_id: int) -> int:
    """For those of the actor's students who have none and nothing handed in, as many as go in one go. Returns how many
    are left to be made. Two who make them wait for each other."""
    member = _teaching(actor, course, item_id)
    quiz = Quiz.objects.select_for_update().filter(item_id=item_id).first()
    if quiz is None or not quiz.paper:
        raise Refused("quiz.on_screen", status=409)
    left = without_sheet(course, member, item_id)
    made = [sheet_of(draw, rows, _code(), now()) for draw, rows in _drawn(course, quiz, left[:AT_A_TIME])]
    for sheet in made:
        sheet.made_by_id = actor.person_id
    PaperSheet.objects.bulk_create(made)
    if made:
        after = {"sheets": len(made)}
        record(actor, "quiz.make_sheets", ("item", item_id), course_id=course.pk, after=after)
    return len(left) - len(made)


def without_sheet(course: Course, member: Membership, item_id: int) -> list[int]:
    """In the order of the roster."""
    have = PaperSheet.objects.filter(item_id=item_id).values("person_id")
    done = QuizAttempt.objects.filter(item_id=item_id).values("person_id")
    rows = my_students(course, member).exclude(person_id__in=have).exclude(person_id__in=done)
    return list(rows.order_by("person__sort_name", "person_id").values_list("person_id", flat=True))


def my_students(course: Course, member: Membership) -> QuerySet[Enrolment]:
    sections = None if member.section_ids is None else list(member.section_ids)
    return students(course, sections)


def throw_sheets_away(actor: Actor, course: Course, item_id: int) -> int:
    """Those that were made for a class and that nobody has worked on, as far as Unvo knows: to print others. What a
    student took stays. Returns how many."""
    member = _teaching(actor, course, item_id)
    mine = my_students(course, member).values("person_id")
    unused = PaperSheet.objects.filter(item_id=item_id, attempt=None, files=None).exclude(made_by=None)
    rows = unused.filter(person_id__in=mine).select_for_update(of=("self",))
    gone = [sheet.pk for sheet in rows.only("pk")]
    PaperSheet.objects.filter(pk__in=gone).delete()
    if gone:
        record(actor, "quiz.throw_sheets_away", ("item", item_id), course_id=course.pk, before={"sheets": len(gone)})
    return len(gone)


def my_sheet(actor: Actor, course: Course, item_id: int) -> PaperSheet:
    """The student's own: the one that they have, or a new one while an attempt is left."""
    require(can_study(membership(actor, course)))
    require_quiz(course, item_id)
    known = require_doable(course, item_id, actor, now())
    person, quiz = actor.person_id or 0, quiz_of(item_id)
    Quiz.objects.select_for_update().filter(item_id=item_id).first()
    standing = own_sheet(item_id, person)
    if standing is not None and standing.attempt_id is None and quiz.paper == Paper.HOME:
        return standing
    item, own = known.laid.student_items[item_id], attempts_of(item_id, person)
    found = hindrance_of(course, quiz, rules_of(quiz), item, person, own, sheet=True)
    if found is not None:
        raise Refused(found.code, status=409, given=found.params)
    [(draw, rows)] = _drawn(course, quiz, [person])
    sheet = sheet_of(draw, rows, _code(), now())
    sheet.save()
    record(actor, "quiz.my_sheet", ("item", item_id), course_id=course.pk, after={"sheet": sheet.code})
    return sheet


def _teaching(actor: Actor, course: Course, item_id: int) -> Membership:
    member = membership(actor, course)
    require(can_teach(member))
    refuse_archived(course)
    require_quiz(course, item_id)
    return member


def _drawn(course: Course, quiz: Quiz, people: Collection[int]) -> list[tuple[Draw, list[AttemptQuestion]]]:
    drawer = Drawer(course, quiz, many=len(people) > 1)
    used = dict(
        QuizAttempt.objects.filter(item_id=quiz.item_id, person_id__in=people)
        .values_list("person_id")
        .annotate(most=Max("number"))
    )
    draws = [Draw(token_urlsafe(24), person, quiz.item_id, used.get(person, 0) + 1) for person in people]
    return [(draw, drawer.rows(draw)) for draw in draws]


def sheet_of(draw: Draw, rows: list[AttemptQuestion], code: str, at: datetime) -> PaperSheet:
    """Not kept yet."""
    return PaperSheet(
        item_id=draw.item_id,
        person_id=draw.person_id,
        number=draw.number,
        secret=draw.secret,
        code=code,
        questions=[_kept(row) for row in rows],
        made_at=at,
    )


def _kept(row: AttemptQuestion) -> dict[str, object]:
    return {
        "question": row.question_id,
        "edition": row.edition_id,
        "points": f"{row.points:g}",
        "seed": row.seed,
        "drawn": row.drawn,
    }


def _code() -> str:
    """Six letters that can't be misread: one in hundreds of millions, and unique besides."""
    while True:
        letters = plain_letters(6)
        code = f"{letters[:3]}-{letters[3:]}"
        if not PaperSheet.objects.filter(code=code).exists():
            return code
