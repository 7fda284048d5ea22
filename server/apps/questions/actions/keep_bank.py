from __future__ import annotations

from django.db.models import Max

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, Refused, one_line, record, require
from apps.questions.models import Bank
from apps.questions.queries import bank_row

MOST_BANKS = 200
LONGEST_NAME = 200


def make_bank(actor: Actor, course: Course, name: str) -> Bank:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    name = _free_name(course, name)
    there = Bank.objects.filter(course=course, removed=False)
    if there.count() >= MOST_BANKS:
        raise Refused("bank.too_many", most=MOST_BANKS)
    last = there.aggregate(last=Max("position"))["last"]
    bank = Bank.objects.create(course=course, name=name, position=0 if last is None else last + 1)
    record(actor, "bank.make", ("bank", bank.pk), course_id=course.pk, after={"name": name})
    return bank


def rename_bank(actor: Actor, course: Course, bank_id: int, name: str) -> Bank:
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    bank = bank_row(course, bank_id)
    before, bank.name = bank.name, _free_name(course, name, but=bank.pk)
    if bank.name != before:
        bank.save(update_fields=["name"])
        record(
            actor,
            "bank.rename",
            ("bank", bank.pk),
            course_id=course.pk,
            before={"name": before},
            after={"name": bank.name},
        )
    return bank


def remove_bank(actor: Actor, course: Course, bank_id: int) -> None:
    """Only an empty one: questions are taken out one by one, so that each can be brought back."""
    require(can_lay_out(membership(actor, course)))
    course = lock_course(course)
    bank = bank_row(course, bank_id)
    count = bank.questions.filter(removed=False).count()
    if count:
        raise Refused("bank.not_empty", status=409, name=bank.name, count=count)
    bank.removed = True
    bank.save(update_fields=["removed"])
    record(actor, "bank.remove", ("bank", bank.pk), course_id=course.pk, before={"name": bank.name})


def _free_name(course: Course, name: str, but: int | None = None) -> str:
    found = one_line(name, "The name", LONGEST_NAME)
    if Bank.objects.filter(course=course, removed=False, name=found).exclude(pk=but or 0).exists():
        raise Refused("bank.name_taken", status=409, name=found)
    return found
