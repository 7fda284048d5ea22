"""A corrected key over what was answered before; a question taken out, or given to all."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from decimal import Decimal
from fractions import Fraction

from unvo_core.questions.drawing import Unfit
from unvo_core.quizzes.rules import QuizRules

from apps.courses.public import Course, can_lay_out, lock_course, membership
from apps.kernel.public import Actor, Refused, not_found, now, one_line, record, require
from apps.questions.public import QuestionEdition, named_questions, newest, question_of, version_of
from apps.quizzes.facts import exact, rules_of
from apps.quizzes.models import AttemptQuestion, QuestionRuling, QuizAttempt, Rescoring
from apps.quizzes.putting import NOTHING, Put
from apps.quizzes.queries import quiz_of, require_quiz, rulings_of, with_editions
from apps.quizzes.reckoning import cents, hand_scores_over, raw_of, reckon

LONGEST_WHY = 500


@dataclass(frozen=True, slots=True, kw_only=True)
class Move:
    """Whose points change by a new key: of the question, and of the whole attempt."""

    row: AttemptQuestion
    share: Fraction | None
    raw_before: Decimal | None
    raw_after: Decimal | None


@dataclass(frozen=True, slots=True, kw_only=True)
class Effect:
    """`others`: answers to numbers that the new edition would not have drawn; they keep their key."""

    edition: QuestionEdition
    moves: Sequence[Move]
    others: int
    answered: int


def effect_of(course: Course, item_id: int, question_id: int) -> Effect:
    """Of the newest edition on all attempts that were handed in and that the machine reads. Constant in queries."""
    require_quiz(course, item_id)
    edition = _newest(course, question_id)
    rules = rules_of(quiz_of(item_id))
    rows = list(
        with_editions(
            AttemptQuestion.objects.filter(
                attempt__item_id=item_id, question_id=question_id, attempt__handed_in_at__isnull=False
            ).exclude(attempt__how=QuizAttempt.PAPER)
        ).select_related("edition", "judged_by", "question", "attempt__person")
    )
    fits = [row for row in rows if _same_numbers(row, edition)]
    moved = [(row, share) for row in fits if (share := _share(row, edition, rules)) != exact(row.share)]
    raws = _raws_after(item_id, moved)
    moves = [
        Move(row=row, share=share, raw_before=row.attempt.raw, raw_after=raws[row.attempt_id]) for row, share in moved
    ]
    return Effect(edition=edition, moves=moves, others=len(rows) - len(fits), answered=len(rows))


def _newest(course: Course, question_id: int) -> QuestionEdition:
    named = named_questions(course, [question_id])
    if question_id not in named:
        raise not_found("question")
    return newest([named[question_id]])[question_id]


def _same_numbers(row: AttemptQuestion, edition: QuestionEdition) -> bool:
    """Whether the new edition asks for the same things of the same numbers."""
    old, new = question_of(row.edition), question_of(edition)
    if [(f.name, f.asked.kind) for f in old.fields] != [(f.name, f.asked.kind) for f in new.fields]:
        return False
    try:
        return version_of(new, row.seed).check == row.drawn
    except Unfit:
        return False


def _share(row: AttemptQuestion, edition: QuestionEdition, rules: QuizRules) -> Fraction | None:
    """By the new key, all its tries judged anew; `row` itself stays as it is."""
    judged = AttemptQuestion(
        pk=row.pk,
        attempt_id=row.attempt_id,
        question_id=row.question_id,
        edition=row.edition,
        judged_by=edition,
        points=row.points,
        seed=row.seed,
        drawn=row.drawn,
        answers=row.answers,
    )
    put, tried = Put(judged, rules), [one.answers for one in row.tries.all()]
    final = put.judged(row.answers).share
    tries = [put.judged(answers).share or NOTHING for answers in tried]
    if final is None:
        return None
    return put.share_after(tries, row.answers, tried)


def _raws_after(item_id: int, moved: Sequence[tuple[AttemptQuestion, Fraction | None]]) -> dict[int, Decimal | None]:
    rulings = rulings_of(item_id)
    rows: dict[int, list[AttemptQuestion]] = {}
    shares = {row.pk: share for row, share in moved}
    for row in AttemptQuestion.objects.filter(attempt_id__in={row.attempt_id for row, _ in moved}):
        if row.pk in shares:
            share = shares[row.pk]
            row.share = None if share is None else str(share)
        rows.setdefault(row.attempt_id, []).append(row)
    return {attempt: raw_of(own, rulings) for attempt, own in rows.items()}


def rescore(actor: Actor, course: Course, item_id: int, question_id: int, edition: int) -> Rescoring:
    """Lay the newest key over what was answered. `edition`: whose effect was looked at."""
    require(can_lay_out(membership(actor, course)))
    require_quiz(course, item_id)
    course = _held(course, item_id)
    effect = effect_of(course, item_id, question_id)
    if effect.edition.edition != edition:
        raise Refused("quiz.no_edition", status=409)
    if not effect.moves:
        raise Refused("quiz.nothing_to_rescore", status=409)
    before = {}
    for move in effect.moves:
        row = move.row
        before[str(row.pk)] = [row.judged_by_id, row.share]
        row.judged_by, row.share = effect.edition, None if move.share is None else str(move.share)
    AttemptQuestion.objects.bulk_update([move.row for move in effect.moves], ["judged_by", "share"])
    made = Rescoring.objects.create(
        item_id=item_id,
        question_id=question_id,
        edition=effect.edition,
        before=before,
        at=now(),
        by_id=actor.person_id,
    )
    target = ("item", item_id)
    after = {"question": question_id, "edition": edition, "moved": len(before)}
    record(actor, "quiz.rescore", target, course_id=course.pk, after=after)
    _reckon_again(actor, course, item_id, {move.row.attempt_id for move in effect.moves})
    return made


def set_back(actor: Actor, course: Course, item_id: int, rescoring_id: int) -> Rescoring:
    """The shares and keys of before, for every answer that no later correction has touched."""
    require(can_lay_out(membership(actor, course)))
    course = _held(course, item_id)
    made = Rescoring.objects.filter(pk=rescoring_id, item_id=item_id, item__course=course).first()
    if made is None:
        raise not_found("change")
    if made.set_back_at is not None:
        raise Refused("quiz.set_back_already", status=409)
    rows = list(AttemptQuestion.objects.filter(pk__in=made.before, judged_by=made.edition_id))
    for row in rows:
        row.judged_by_id, row.share = made.before[str(row.pk)]
    AttemptQuestion.objects.bulk_update(rows, ["judged_by", "share"])
    made.set_back_at = now()
    made.save(update_fields=["set_back_at"])
    after = {"question": made.question_id, "moved": len(rows)}
    record(actor, "quiz.rescore.undone", ("item", item_id), course_id=course.pk, after=after)
    _reckon_again(actor, course, item_id, {row.attempt_id for row in rows})
    return made


def rule(actor: Actor, course: Course, item_id: int, question_id: int, kind: str, why: str) -> None:
    """Take a question out of the scores, give it to all, or with no kind let it count again."""
    require(can_lay_out(membership(actor, course)))
    require_quiz(course, item_id)
    if kind not in ("", *QuestionRuling.KINDS) or len(why) > LONGEST_WHY:
        raise Refused("quiz.ruling", most=LONGEST_WHY)
    course = _held(course, item_id)
    put = AttemptQuestion.objects.filter(attempt__item_id=item_id, question_id=question_id)
    if not put.exists():
        raise Refused("quiz.no_such_question_here", status=404)
    standing = QuestionRuling.objects.filter(item_id=item_id, question_id=question_id).first()
    if kind:
        fields = {"kind": kind, "why": one_line(why, "Why", LONGEST_WHY) if why.strip() else ""}
        QuestionRuling.objects.update_or_create(
            item_id=item_id,
            question_id=question_id,
            defaults={**fields, "at": now(), "by_id": actor.person_id},
        )
    elif standing is not None:
        standing.delete()
    record(
        actor,
        "quiz.ruling",
        ("item", item_id),
        course_id=course.pk,
        before={"question": question_id, "kind": standing.kind if standing else ""},
        after={"question": question_id, "kind": kind},
        why=why,
    )
    _reckon_again(actor, course, item_id, set(put.values_list("attempt_id", flat=True)))


def _held(course: Course, item_id: int) -> Course:
    """Whoever hands in, or reads, is waited for: what is reckoned is what stands. Attempts are held before the
    course, in the order in which somebody who hands in comes to them."""
    rows = QuizAttempt.objects.select_for_update().filter(item_id=item_id)
    list(rows.order_by("pk").values_list("pk"))
    return lock_course(course)


def _reckon_again(actor: Actor, course: Course, item_id: int, attempt_ids: set[int]) -> None:
    rows = list(QuizAttempt.objects.filter(pk__in=attempt_ids, handed_in_at__isnull=False))
    changed = reckon(rows)
    hand_scores_over(actor, course, item_id, sorted({a.person_id for a in changed}))


def points_of_move(move: Move) -> tuple[Decimal, Decimal]:
    """Of the question, before and after."""
    points = Fraction(move.row.points)
    return cents(points * (exact(move.row.share) or NOTHING)), cents(points * (move.share or NOTHING))
