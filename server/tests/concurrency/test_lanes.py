"""Long computations: one at a time, kept, and no more threads waiting than a process can spare."""

from __future__ import annotations

import threading
from unittest import TestCase

from apps.kernel.lanes import MOST_WAITING, Lane
from apps.kernel.refusals import Refused


class Lanes(TestCase):
    def test_only_one_is_made_at_a_time_and_who_comes_too_late_is_asked_to_come_again(self) -> None:
        lane: Lane[int] = Lane(busy="paper.busy", kept=32)
        going, making = threading.Event(), threading.Lock()
        side_by_side: list[int] = []
        refused: list[int] = []

        def make(n: int) -> int:
            if not making.acquire(blocking=False):
                side_by_side.append(n)
            going.wait(10)
            making.release()
            return n

        def ask(n: int) -> None:
            try:
                lane.get(n, lambda: make(n))
            except Refused as refusal:
                refused.append(refusal.status)

        first = [threading.Thread(target=ask, args=(n,)) for n in range(MOST_WAITING)]
        late = [threading.Thread(target=ask, args=(n,)) for n in range(MOST_WAITING, MOST_WAITING + 3)]
        for thread in first:
            thread.start()
        while lane._waiting._value:
            pass
        for thread in late:
            thread.start()
        for thread in late:
            thread.join(10)
        self.assertEqual(refused, [503] * 3)
        going.set()
        for thread in first:
            thread.join(10)
        self.assertEqual((side_by_side, len(refused)), ([], 3))

    def test_what_was_made_is_not_made_again_and_a_failure_blocks_nobody(self) -> None:
        lane: Lane[str] = Lane(busy="paper.busy", kept=1)
        made: list[str] = []

        def make(what: str) -> str:
            made.append(what)
            return what

        for what in ("a", "a", "b", "a"):
            self.assertEqual(lane.get(what, lambda what=what: make(what)), what)
        self.assertEqual(made, ["a", "b", "a"])
        for _ in range(MOST_WAITING + 1):
            with self.assertRaises(ZeroDivisionError):
                lane.get("bad", lambda: str(1 // 0))
