"""Cells of the gradebook in real transactions: two who type at one, a block beside a release, a server that dies."""

from __future__ import annotations

from typing import Any
from unittest import mock

from apps.courses.models import Enrolment
from apps.gradebook.actions import put_cells as action
from apps.gradebook.actions import release_scores
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.models import AuditRecord
from apps.layout.models import Item
from django.test import TransactionTestCase, override_settings

from tests.base import INSTRUCTOR, Caller
from tests.concurrency.test_races import at_once, slowly
from tests.worlds import CLOCK, Committed

AT = "/courses/srv-110/gradebook"


def unlocked(graded: dict[int, GradedItem], places: Any) -> dict[tuple[int, int], Cell]:
    """The cells without their locks."""
    by_row = {row.pk: item_id for item_id, row in graded.items()}
    for item_id, person in places:
        Cell.objects.get_or_create(graded_item=graded[item_id], person_id=person)
    rows = Cell.objects.filter(graded_item_id__in=by_row)
    return {(by_row[cell.graded_item_id], cell.person_id): cell for cell in rows}


@override_settings(FIXED_CLOCK=CLOCK)
class CellsAtOnce(Committed, TransactionTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.item = Item.objects.get(title="Project plan", course__slug="srv-110")
        rows = Enrolment.objects.filter(course__slug="srv-110", role="student").order_by("person_id")
        self.people = list(rows.values_list("person_id", flat=True))

    def block(self, text: str, *, back: bool = False) -> list[dict[str, Any]]:
        people = self.people[::-1] if back else self.people
        return [{"item": self.item.pk, "person": pk, "text": text} for pk in people]

    def both_type(self) -> list[dict[str, Any]]:
        callers = [Caller(INSTRUCTOR) for _ in range(2)]
        bodies = [{"cells": self.block("3")}, {"cells": self.block("5", back=True)}]
        answers = at_once(
            *(lambda c=c, b=b: c.send("PUT", f"{AT}/cells", b) for c, b in zip(callers, bodies, strict=True))
        )
        self.assertEqual([a.status_code for a in answers], [200, 200])
        return [a.json() for a in answers]

    def test_two_blocks_over_one_column_one_is_kept_whole_and_the_other_is_told(self) -> None:
        told = self.both_type()
        everybody = len(self.people)
        self.assertEqual(sorted((t["kept"], len(t["refused"])) for t in told), [(0, everybody), (everybody, 0)])
        kept = next(n for n, t in enumerate(told) if t["kept"])
        raws = {str(s.raw) for s in Score.objects.filter(cell__graded_item__item=self.item)}
        self.assertEqual(raws, {("3.00", "5.00")[kept]})

    def test_without_the_lock_the_second_is_not_told(self) -> None:
        Score.objects.filter(cell__graded_item__item=self.item).delete()
        with (
            mock.patch.object(action, "locked_cells", unlocked),
            mock.patch.object(action, "scores_in", slowly(action.scores_in)),
        ):
            callers = [Caller(INSTRUCTOR) for _ in range(2)]
            Caller(INSTRUCTOR).send("PUT", f"{AT}/cells", {"cells": self.block("1")})
            bodies = [{"cells": [one | {"seen_version": 1} for one in self.block(text)]} for text in ("3", "5")]
            answers = at_once(
                *(lambda c=c, b=b: c.send("PUT", f"{AT}/cells", b) for c, b in zip(callers, bodies, strict=True))
            )
        self.assertEqual([a.json()["kept"] for a in answers], [len(self.people)] * 2, "one was overwritten unseen")

    def test_what_is_typed_while_the_column_is_released_is_held_or_out_and_nothing_between(self) -> None:
        GradedItem.objects.update_or_create(item=self.item, defaults={"course_id": self.item.course_id, "hold": True})
        Caller(INSTRUCTOR).send("PUT", f"{AT}/cells", {"cells": self.block("3")})
        callers = [Caller(INSTRUCTOR) for _ in range(2)]
        again = [one | {"seen_version": 1} for one in self.block("4")]
        with mock.patch.object(release_scores, "lock_cells", slowly(release_scores.lock_cells)):
            answers = at_once(
                lambda: callers[0].send("POST", f"/courses/srv-110/items/{self.item.pk}/release"),
                lambda: callers[1].send("PUT", f"{AT}/cells", {"cells": again}),
            )
        self.assertEqual([a.status_code for a in answers], [200, 200])
        rows = Score.objects.filter(cell__graded_item__item=self.item)
        self.assertEqual({(str(s.raw), s.released_at is not None) for s in rows}, {("4.00", True)})

    def test_a_block_that_breaks_off_leaves_nothing_half(self) -> None:
        before = Score.objects.count(), AuditRecord.objects.count()
        with mock.patch.object(action.Writing, "keep", side_effect=OSError("the disk is full")):
            self.assertEqual(Caller(INSTRUCTOR).send("PUT", f"{AT}/cells", {"cells": self.block("3")}).status_code, 500)
        self.assertEqual((Score.objects.count(), AuditRecord.objects.count()), before)
        self.assertEqual(
            Caller(INSTRUCTOR).send("PUT", f"{AT}/cells", {"cells": self.block("3")}).json()["kept"], len(self.people)
        )

    def test_sent_twice_under_one_key_it_is_one_change(self) -> None:
        caller = Caller(INSTRUCTOR)
        first = caller.send("PUT", f"{AT}/cells", {"cells": self.block("3")}, key="same").json()
        again = caller.send("PUT", f"{AT}/cells", {"cells": self.block("3")}, key="same").json()
        self.assertEqual((first["change"], first["kept"]), (again["change"], again["kept"]))
        self.assertEqual(AuditRecord.objects.filter(action="score.sheet").count(), 1)
