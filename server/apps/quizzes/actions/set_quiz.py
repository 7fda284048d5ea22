"""How a quiz goes, and which questions are put in it."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from copy import copy
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction
from typing import Any

from unvo_core.quizzes.rules import Paper, QuizRules, Revealed, When, rules_problems
from unvo_core.quizzes.slots import MOST_QUESTIONS, Slot, question_count, total_points

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, AuditRecord, Refused, record, refuse_problems, require
from apps.layout.changes import Edit, apply_edits, with_hand_ins
from apps.layout.public import Item, item_row
from apps.questions.public import Bank, Brought, banks, bring_questions, named_questions
from apps.quizzes.facts import slots_of
from apps.quizzes.models import PaperSheet, Quiz
from apps.quizzes.queries import drawn_from, is_begun, quiz_of, require_quiz

MOST_POINTS = 1000


@dataclass(frozen=True, slots=True, kw_only=True)
class QuizWish:
    rules: QuizRules
    slots: Sequence[Slot]


def set_quiz(actor: Actor, course: Course, item_id: int, wish: QuizWish) -> AuditRecord:
    """The item is worth what its questions are worth, always. Once somebody has begun, its questions stay."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    require_quiz(course, item_id)
    item = item_row(course, item_id)
    refuse_problems(rules_problems(wish.rules))
    if wish.rules.tries is not None and wish.rules.when(Revealed.RIGHT) is not When.AT_ONCE:
        raise Refused("quiz.tries_tell")
    quiz, _ = Quiz.objects.get_or_create(item=item)
    slots = [slot_row(slot) for slot in wish.slots]
    if slots != quiz.questions:
        _refuse_slots(course, item_id, wish.slots)
    if wish.rules.paper != quiz.paper:
        _refuse_begun(item_id)
    fields: dict[str, Any] = {
        "questions": slots,
        "attempts": wish.rules.attempts,
        "tries": wish.rules.tries,
        "try_cost": _decimal(wish.rules.try_cost),
        "minutes": wish.rules.minutes,
        "one_by_one": wish.rules.one_by_one,
        "back": wish.rules.back,
        "shuffle": wish.rules.shuffle,
        "code": wish.rules.code,
        "room": wish.rules.room,
        "fresh": wish.rules.fresh,
        "paper": str(wish.rules.paper),
        "shows": {str(what): str(wish.rules.when(what)) for what in Revealed},
    }
    own: dict[str, Any] = {"points": _decimal(total_points(wish.slots))} if wish.slots else {}
    worth = copy(item)
    worth.points = own.get("points", item.points)
    own |= with_hand_ins(worth, wish.rules.paper is not Paper.ROOM)
    edits = [Edit("quiz", quiz, fields), Edit("item", item, own)]
    return apply_edits(actor, course, "set_quiz", edits, ("item", item_id))


def refuse_other_points(actor: Actor, course: Course, item_ids: Collection[int]) -> None:
    """Where the points of items were changed: a quiz with questions is worth what they are, whoever changes it."""
    rows = Quiz.objects.filter(item_id__in=item_ids).exclude(questions=[]).select_related("item")
    if any(quiz.item.points != _decimal(total_points(slots_of(quiz))) for quiz in rows):
        raise Refused("quiz.points_of_questions")


def refuse_other_questions(actor: Actor, course: Course, quiz_ids: Collection[int]) -> None:
    """Where the questions of quizzes were changed, or set back: not once somebody has begun or has a sheet."""
    for item_id in Quiz.objects.filter(pk__in=quiz_ids).values_list("item_id", flat=True):
        _refuse_begun(item_id)


def slot_row(slot: Slot) -> dict[str, Any]:
    points = format(_decimal(slot.points).normalize(), "f")
    if slot.question is not None:
        return {"question": slot.question, "points": points}
    return {"bank": slot.bank, "count": slot.count, "points": points}


def _decimal(value: Fraction) -> Decimal:
    return (Decimal(value.numerator) / Decimal(value.denominator)).quantize(Decimal("0.01"))


def _refuse_begun(item_id: int) -> None:
    if is_begun(item_id):
        raise Refused("quiz.with_attempts", status=409)
    if sheets := PaperSheet.objects.filter(item_id=item_id).count():
        raise Refused("quiz.with_sheets", status=409, sheets=sheets)


def _refuse_slots(course: Course, item_id: int, slots: Sequence[Slot]) -> None:
    _refuse_begun(item_id)
    bad = question_count(slots) > MOST_QUESTIONS or any(
        slot.count < 1 or not 0 < slot.points <= MOST_POINTS or (slot.question is None) == (slot.bank is None)
        for slot in slots
    )
    if bad:
        raise Refused("quiz.slots", most=MOST_QUESTIONS)
    chosen = [slot.question for slot in slots if slot.question is not None]
    named = named_questions(course, chosen)
    if set(chosen) - named.keys():
        raise Refused("quiz.no_such_question", status=404)
    if twice := next((q for q in chosen if chosen.count(q) > 1), None):
        raise Refused("quiz.twice", name=named[twice].name)
    _refuse_small_banks(course, slots)


def _refuse_small_banks(course: Course, slots: Sequence[Slot]) -> None:
    """Each must have enough beside the questions that stand by name."""
    there = {bank.pk: bank for bank, _ in banks(course)}
    drawn = drawn_from(course, Quiz(questions=[slot_row(slot) for slot in slots]))
    taken = {slot.question for slot in slots}
    for pk in dict.fromkeys(slot.bank for slot in slots if slot.bank is not None):
        bank: Bank | None = there.get(pk)
        if bank is None:
            raise Refused("quiz.no_such_question", status=404)
        wanted = sum(slot.count for slot in slots if slot.bank == pk)
        left = len([q for q in drawn.get(pk, ()) if q not in taken])
        if left < wanted:
            raise Refused("quiz.bank_small", bank=bank.name, there=left, wanted=wanted)


def copy_quizzes(source: Course, course: Course, items: Mapping[int, int], brought: Brought | None = None) -> None:
    """How quizzes go, for copies of items; `items`: old -> new. `brought`: the questions, where they came along with
    all banks; else those that these quizzes put are brought from another course, and stay where it is the same."""
    rows = list(Quiz.objects.filter(item_id__in=items))
    if brought is None and source.pk != course.pk:
        slots = [slot for row in rows for slot in row.questions]
        questions = {slot["question"] for slot in slots if "question" in slot}
        brought = bring_questions(source, course, questions, {s["bank"] for s in slots if "bank" in s}, items)
    for row in rows:
        row.pk, row.item_id, row.opened_at = None, items[row.item_id], None
        before = row.questions
        if brought is not None:
            row.questions = [moved for slot in before if (moved := _moved(slot, brought))]
        if len(row.questions) < len(before):
            # What had been taken out of its bank stays behind, and its points with it.
            left = _decimal(total_points(slots_of(row))) if row.questions else None
            Item.objects.filter(pk=row.item_id).update(points=left)
    Quiz.objects.bulk_create(rows)


def _moved(slot: dict[str, Any], brought: Brought) -> dict[str, Any] | None:
    """None for what did not come along."""
    if "question" in slot:
        new = brought.questions.get(slot["question"])
        return {**slot, "question": new} if new else None
    bank = brought.banks.get(slot["bank"])
    return {**slot, "bank": bank} if bank else None


def open_by_hand(actor: Actor, course: Course, item_id: int, at: Any) -> Quiz:
    """Show what is shown by hand; `at` None hides it again from whoever has not seen it yet."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    require_quiz(course, item_id)
    quiz, _ = Quiz.objects.get_or_create(item_id=item_id)
    before, quiz.opened_at = quiz.opened_at, at
    quiz.save(update_fields=["opened_at"])
    record(
        actor,
        "quiz.show",
        ("item", item_id),
        course_id=course.pk,
        before={"shown": before is not None},
        after={"shown": at is not None},
    )
    return quiz_of(item_id)
