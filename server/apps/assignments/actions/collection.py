"""A collection of one's own work: what is kept in it, a word on each, and in which order."""

from __future__ import annotations

from collections.abc import Sequence

from django.db.models import Max

from apps.assignments.models import HandIn, KeptPiece
from apps.kernel.public import Actor, Refused, not_found, now, record

LONGEST_WORDS = 5_000
MOST = 300


def keep_piece(actor: Actor, number: str, words: str) -> KeptPiece:
    """Keep a piece of one's own, or say something else of one that is kept. The last in the order when it is new."""
    person, row = _own(actor, number)
    if len(words) > LONGEST_WORDS:
        raise Refused("text.too_long", field="The text", length=len(words), most=LONGEST_WORDS)
    mine = KeptPiece.objects.select_for_update().filter(person_id=person)
    kept = mine.filter(hand_in=row).first()
    if kept is None:
        if mine.count() >= MOST:
            raise Refused("collection.full", most=MOST)
        last = mine.aggregate(last=Max("position"))["last"] or 0
        kept = KeptPiece(person_id=person, hand_in=row, position=last + 1, kept_at=now())
    kept.words = words.strip()
    kept.save()
    record(actor, "hand_in.collect", ("hand_in", row.pk), course_id=row.course_id)
    return kept


def drop_piece(actor: Actor, number: str) -> None:
    person, row = _own(actor, number)
    gone, _kinds = KeptPiece.objects.filter(person_id=person, hand_in=row).delete()
    if not gone:
        raise not_found("piece")
    record(actor, "hand_in.collect.undone", ("hand_in", row.pk), course_id=row.course_id)


def order_pieces(actor: Actor, numbers: Sequence[str]) -> None:
    """All that is kept, in this order; what is not named comes after."""
    mine = KeptPiece.objects.select_for_update(of=("self",)).filter(person_id=actor.person_id or 0)
    place = {number: n for n, number in enumerate(numbers)}
    rows = sorted(
        mine.select_related("hand_in"), key=lambda k: (place.get(k.hand_in.number or "", len(place)), k.position)
    )
    for n, row in enumerate(rows, start=1):
        row.position = n
    KeptPiece.objects.bulk_update(rows, ["position"])


def _own(actor: Actor, number: str) -> tuple[int, HandIn]:
    row = HandIn.objects.filter(number=number.upper(), person_id=actor.person_id or 0).first()
    if row is None or actor.person_id is None:
        raise Refused("receipt.none", status=404)
    return actor.person_id, row
