"""Work on paper that comes back: pictures of it from its student, or the sheet itself into the hands of a teacher."""

from __future__ import annotations

import hashlib
from collections.abc import Sequence
from dataclasses import dataclass

from django.db import IntegrityError, transaction
from django.db.models import Max
from unvo_core.quizzes.rules import told_to_all

from apps.courses.public import Course, can_study, membership, refuse_archived
from apps.kernel.public import Actor, Refused, StoredFile, now, record, require, store, untold
from apps.path.public import require_doable
from apps.quizzes.actions.answer_files import MOST_BYTES
from apps.quizzes.actions.hand_in import new_number, receipt_of, tell
from apps.quizzes.actions.read_by_hand import Read, give
from apps.quizzes.models import AttemptQuestion, PaperSheet, QuizAttempt, SheetFile
from apps.quizzes.own_sheets import rules_and_stand
from apps.quizzes.policies import can_see_work_of
from apps.quizzes.queries import questions_of, require_quiz
from apps.quizzes.reckoning import hand_scores_over, reckon
from apps.quizzes.sheets import rows_of, sheet_by_code

MOST_PHOTOS = 40


@dataclass(frozen=True, slots=True, kw_only=True)
class Scored:
    """One question of a sheet, by its place."""

    position: int
    read: Read


def own_open_sheet(actor: Actor, course: Course, item_id: int) -> PaperSheet:
    """Held until the transaction ends."""
    require(can_study(membership(actor, course)))
    require_quiz(course, item_id)
    require_doable(course, item_id, actor, now())
    rows = PaperSheet.objects.select_for_update(of=("self",)).select_related("person")
    found = rows.filter(item_id=item_id, person_id=actor.person_id or 0, attempt=None).order_by("-number").first()
    if found is None:
        raise Refused("quiz.no_sheet_open", status=409)
    if told_to_all(*rules_and_stand(course, found)):
        raise Refused("quiz.key_is_out_on_paper", status=409)
    return found


def add_photo(actor: Actor, course: Course, item_id: int, upload: object) -> SheetFile:
    sheet = own_open_sheet(actor, course, item_id)
    if sheet.files.count() >= MOST_PHOTOS:
        raise Refused("quiz.too_many_photos", most=MOST_PHOTOS)
    stored: StoredFile = store(actor, course.pk, untold(upload), ("quiz_sheet", sheet.pk), MOST_BYTES)  # type: ignore[arg-type]
    last = sheet.files.aggregate(n=Max("position"))["n"] or 0
    made = SheetFile.objects.create(sheet=sheet, stored=stored, position=last + 1)
    record(actor, "quiz.add_photo", ("item", item_id), course_id=course.pk, after={"file": stored.name})
    return made


def remove_photo(actor: Actor, course: Course, item_id: int, file_id: int) -> None:
    sheet = own_open_sheet(actor, course, item_id)
    found = sheet.files.select_related("stored").filter(pk=file_id).first()
    if found is None:
        raise Refused("quiz.file_gone", status=404)
    record(actor, "quiz.remove_photo", ("item", item_id), course_id=course.pk, before={"file": found.stored.name})
    found.delete()
    found.stored.delete()


def hand_photos_in(actor: Actor, course: Course, item_id: int) -> QuizAttempt:
    """Once: from another window, what was handed in stays."""
    require(can_study(membership(actor, course)))
    mine = PaperSheet.objects.filter(item_id=item_id, person_id=actor.person_id or 0)
    last = mine.select_for_update(of=("self",)).order_by("-number").first()
    if last is not None and last.attempt is not None:
        return last.attempt
    sheet = own_open_sheet(actor, course, item_id)
    if not sheet.files.exists():
        raise Refused("quiz.no_photos")
    return _taken_in(actor, course, sheet)


def score_sheet(actor: Actor, course: Course, item_id: int, code: str, scores: Sequence[Scored]) -> PaperSheet:
    """Take the sheet in, if nobody has, and give its questions points. Two who score the same sheet wait for each
    other; the second is shown what the first gave."""
    refuse_archived(course)
    sheet = sheet_by_code(course, item_id, code, held=True)
    require(can_see_work_of(membership(actor, course), course, sheet.person_id))
    taken = sheet.attempt or _taken_in(actor, course, sheet)
    attempt = QuizAttempt.objects.select_for_update().get(pk=taken.pk)
    by_place = {row.position: row for row in questions_of(attempt)}
    for one in scores:
        if one.position not in by_place:
            raise Refused("quiz.no_such_question_here", status=404)
        give(actor, course, by_place[one.position], one.read)
    reckon([attempt])
    hand_scores_over(actor, course, item_id, [attempt.person_id])
    sheet.attempt = attempt
    return sheet


def _taken_in(actor: Actor, course: Course, sheet: PaperSheet) -> QuizAttempt:
    """The attempt that it is, handed in now. `sheet` is held."""
    at = now()
    attempt = QuizAttempt(
        course=course,
        item_id=sheet.item_id,
        person=sheet.person,
        number=sheet.number,
        secret=sheet.secret,
        holder="paper",
        started_at=sheet.made_at,
        handed_in_at=at,
        how=QuizAttempt.PAPER,
        receipt_number=new_number(),
    )
    photos = list(sheet.files.select_related("stored").values_list("stored__sha256", flat=True))
    told = hashlib.sha256("\n".join([sheet.code, *photos]).encode()).hexdigest()
    rows = rows_of([sheet])[sheet.pk]
    more: dict[str, object] = {"sheet": sheet.code, "photos": len(photos)}
    attempt.receipt = receipt_of(course, attempt, len(rows), 0, told, **more)
    try:
        with transaction.atomic():
            attempt.save()
    except IntegrityError:
        raise Refused("quiz.sheet_beside", status=409, name=sheet.person.name, number=sheet.number) from None
    for row in rows:
        row.attempt, row.settled = attempt, True
    AttemptQuestion.objects.bulk_create(rows)
    sheet.attempt = attempt
    sheet.save(update_fields=["attempt"])
    tell(actor, course, attempt)
    return attempt
