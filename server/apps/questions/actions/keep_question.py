from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal

from django.db.models import Max
from unvo_core.questions.model import Question
from unvo_core.questions.problems import question_problems

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, Refused, now, one_line, record, refuse_problems, require
from apps.layout.public import item_row
from apps.questions.bodies import body_json, body_of, cleaned, words
from apps.questions.models import Bank, BankQuestion, QuestionEdition, TaughtIn
from apps.questions.queries import bank_row, edition_row, question_row

LONGEST_NAME = 200
MOST_TAGS, MOST_TAUGHT = 20, 8
MOST_QUESTIONS = 5000
LONGEST_TEXT = 40_000


@dataclass(frozen=True, slots=True, kw_only=True)
class QuestionWish:
    """`taught_in`: items, each with the second of its recording or None."""

    name: str
    body: Question
    tags: Sequence[str] = ()
    points: Decimal = Decimal(1)
    taught_in: Sequence[tuple[int, int | None]] = ()


def make_question(actor: Actor, course: Course, bank_id: int, wish: QuestionWish) -> BankQuestion:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    bank = bank_row(course, bank_id)
    if BankQuestion.objects.filter(bank__course=course, removed=False).count() >= MOST_QUESTIONS:
        raise Refused("bank_question.course_full", most=MOST_QUESTIONS)
    body = checked(wish.body)
    question = BankQuestion(bank=bank, edition=1, position=_last(bank) + 1)
    _own(question, wish)
    question.save()
    _keep_edition(actor, question, body)
    _taught(course, question, wish.taught_in)
    target = ("bank_question", question.pk)
    record(actor, "bank_question.make", target, course_id=course.pk, after={"name": question.name})
    return question


def save_question(actor: Actor, course: Course, question_id: int, wish: QuestionWish, seen: int) -> BankQuestion:
    """A new edition where what it says has changed. `seen`: the edition that the writer looked at."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    question = question_row(course, question_id)
    newest = edition_row(question)
    if question.edition != seen:
        who = newest.saved_by.name if newest.saved_by else "Unvo"
        raise Refused("request.changed_meanwhile", status=409, also={"edition": question.edition}, who=who)
    body = checked(wish.body)
    before = _told(question)
    _own(question, wish)
    if body != body_of(newest):
        question.edition += 1
        _keep_edition(actor, question, body)
    question.save()
    _taught(course, question, wish.taught_in)
    record(
        actor,
        "bank_question.save",
        ("bank_question", question.pk),
        course_id=course.pk,
        before=before,
        after=_told(question),
    )
    return question


def take_up_edition(actor: Actor, course: Course, question_id: int, edition: int) -> BankQuestion:
    """An earlier edition becomes the newest; none is lost."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    question = question_row(course, question_id)
    earlier = edition_row(question, edition)
    if earlier.edition == question.edition:
        return question
    before, question.edition = _told(question), question.edition + 1
    _keep_edition(actor, question, body_of(earlier))
    question.save(update_fields=["edition"])
    record(
        actor,
        "bank_question.take_up",
        ("bank_question", question.pk),
        course_id=course.pk,
        before=before,
        after={**_told(question), "from": edition},
    )
    return question


def move_question(actor: Actor, course: Course, question_id: int, bank_id: int) -> BankQuestion:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    question, bank = question_row(course, question_id), bank_row(course, bank_id)
    if question.bank_id != bank.pk:
        before, question.bank, question.position = question.bank.name, bank, _last(bank) + 1
        question.save(update_fields=["bank", "position"])
        target = ("bank_question", question.pk)
        record(
            actor,
            "bank_question.move",
            target,
            course_id=course.pk,
            before={"bank": before, "name": question.name},
            after={"bank": bank.name, "name": question.name},
        )
    return question


def remove_question(actor: Actor, course: Course, question_id: int, *, removed: bool) -> BankQuestion:
    """Out of its bank, or back into it. Quizzes that were begun keep what they have."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    question = question_row(course, question_id, removed=not removed)
    question.removed = removed
    question.save(update_fields=["removed"])
    action = "bank_question.remove" if removed else "bank_question.bring_back"
    record(actor, action, ("bank_question", question.pk), course_id=course.pk, after={"name": question.name})
    return question


def checked(body: Question) -> Question:
    """Cleaned, and refused with every problem where it can't be asked like this."""
    if max(len(body.text), len(body.solution)) > LONGEST_TEXT:
        length = max(len(body.text), len(body.solution))
        raise Refused("written.too_long", length=length, most=LONGEST_TEXT)
    found = cleaned(body)
    refuse_problems(question_problems(found))
    return found


def _own(question: BankQuestion, wish: QuestionWish) -> None:
    question.name = one_line(wish.name, "The name", LONGEST_NAME)
    tags = dict.fromkeys(one_line(tag, "A tag", LONGEST_NAME) for tag in wish.tags if tag.strip())
    if len(tags) > MOST_TAGS:
        raise Refused("bank_question.tags", most=MOST_TAGS)
    if not 0 <= wish.points <= 1000:
        raise Refused("bank_question.points")
    question.tags, question.points = list(tags), wish.points


def _keep_edition(actor: Actor, question: BankQuestion, body: Question) -> None:
    QuestionEdition.objects.create(
        question=question,
        edition=question.edition,
        body=body_json(body),
        words=words(body),
        saved_at=now(),
        saved_by_id=actor.person_id,
    )


def _taught(course: Course, question: BankQuestion, places: Sequence[tuple[int, int | None]]) -> None:
    if len(places) > MOST_TAUGHT:
        raise Refused("bank_question.taught_in", most=MOST_TAUGHT)
    rows = [
        TaughtIn(question=question, item=item_row(course, item_id), seconds=seconds, position=position)
        for position, (item_id, seconds) in enumerate(dict.fromkeys(places))
    ]
    question.taught_in.all().delete()
    TaughtIn.objects.bulk_create(rows)


def _last(bank: Bank) -> int:
    return bank.questions.aggregate(last=Max("position"))["last"] or 0


def _told(question: BankQuestion) -> dict[str, object]:
    return {"name": question.name, "edition": question.edition, "points": str(question.points), "tags": question.tags}
