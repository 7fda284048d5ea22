"""Two at once, in real transactions: what the locks are for is shown first without them."""

from __future__ import annotations

import threading
import time
from collections.abc import Callable
from typing import Any
from unittest import mock

from apps.assignments.models import HandIn
from apps.courses import queries
from apps.gradebook.actions import release_scores as release
from apps.gradebook.actions import save_score as action
from apps.gradebook.models import Score
from apps.kernel.models import AuditRecord
from apps.layout.actions import copy_layout, layout_change
from apps.layout.api import schedule as schedule_api
from apps.layout.models import Item
from apps.path.actions import watch_recording as watch_action
from apps.path.models import Fact
from apps.screens.item import settings as settings_action
from django.db import connections
from django.test import TransactionTestCase, override_settings

from tests.base import ASSISTANT, INSTRUCTOR, KEEPS_UP, Caller
from tests.cases import schedule_in
from tests.worlds import CLOCK, Committed

SET_7A, LOOP = "Set 7A: latitudes and departures", "Field book: campus loop"
CLIP = "Latitudes and departures, leg by leg"


def at_once(*calls: Callable[[], Any]) -> list[Any]:
    """Run the calls in threads that start together; their results in order."""
    gate, results = threading.Barrier(len(calls)), [None] * len(calls)

    def run(n: int, call: Callable[[], Any]) -> None:
        gate.wait()
        try:
            results[n] = call()
        finally:
            connections.close_all()

    threads = [threading.Thread(target=run, args=pair) for pair in enumerate(calls)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join(60)
    return results


def slowly(call: Callable[..., Any]) -> Callable[..., Any]:
    """The call, and then a while in which the other catches up."""

    def late(*args: Any, **kwargs: Any) -> Any:
        try:
            return call(*args, **kwargs)
        finally:
            time.sleep(1.0)

    return late


def both_first(call: Callable[..., Any]) -> Callable[..., Any]:
    """The call, once two have come to it: whatever they read before, neither has written."""
    gate = threading.Barrier(2)

    def later(*args: Any, **kwargs: Any) -> Any:
        gate.wait(30)
        return call(*args, **kwargs)

    return later


@override_settings(FIXED_CLOCK=CLOCK)
class Races(Committed, TransactionTestCase):
    def path(self, title: str, rest: str) -> str:
        return f"/courses/srv-110/items/{Item.objects.get(title=title).pk}{rest}"

    def test_two_copies_of_one_code_at_once_get_addresses_of_their_own(self) -> None:
        def copy() -> tuple[int, str]:
            told = Caller(INSTRUCTOR).send("POST", "/courses/srv-110/copy", {"title": "Again", "code": "SRV 111"})
            return told.status_code, told.json().get("slug", "")

        found = slowly(queries.free_slug)
        with mock.patch.object(copy_layout, "free_slug", found), mock.patch.object(queries, "one_by_one"):
            self.assertEqual(sorted(status for status, _ in at_once(copy, copy)), [200, 500])
        with mock.patch.object(copy_layout, "free_slug", found):
            self.assertEqual(sorted(at_once(copy, copy)), [(200, "srv-111-2"), (200, "srv-111-3")])

    def test_the_same_hand_in_sent_five_times_at_once_is_one(self) -> None:
        path = self.path(SET_7A, "/hand-in")
        callers = [Caller(KEEPS_UP) for _ in range(5)]
        answers = at_once(*(lambda c=c: c.send("POST", path, key="same") for c in callers))
        self.assertEqual({a.status_code for a in answers}, {200})
        self.assertEqual(len({a.json()["number"] for a in answers}), 1)
        self.assertEqual(HandIn.objects.filter(item__title=SET_7A, person__username=KEEPS_UP).count(), 1)

    def test_two_wishes_at_once_hand_one_draft_in_once(self) -> None:
        path = self.path(SET_7A, "/hand-in")
        callers = [Caller(KEEPS_UP) for _ in range(4)]
        answers = at_once(*(lambda c=c: c.send("POST", path) for c in callers))
        statuses = sorted(a.status_code for a in answers)
        self.assertEqual(statuses, [200, 409, 409, 409])
        self.assertEqual(AuditRecord.objects.filter(action="hand_in.hand_in").count(), 1)

    def grade_at_once(self) -> list[int]:
        student = Caller(KEEPS_UP)
        student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "pages", "comment": ""})
        student.send("POST", self.path(LOOP, "/hand-in"))
        path = self.path(LOOP, f"/hand-ins/{student.person.pk}/score")
        first = {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0}
        Caller(INSTRUCTOR).send("PUT", path, first)
        wishes = [(Caller(INSTRUCTOR), "21"), (Caller(ASSISTANT), "22")]
        calls = [lambda c=c, raw=raw: c.send("PUT", path, first | {"raw": raw, "seen_version": 1}) for c, raw in wishes]
        return sorted(a.status_code for a in at_once(*calls))

    def test_two_graders_of_one_cell_one_is_told(self) -> None:
        self.assertEqual(self.grade_at_once(), [200, 409])
        self.assertEqual(
            Score.objects.get(cell__person__username=KEEPS_UP, cell__graded_item__item__title=LOOP).version, 2
        )

    def test_without_the_lock_the_second_would_overwrite_silently(self) -> None:
        """The race itself: both read before either writes when the cell is not locked."""
        both_read = threading.Barrier(2)
        real = action.refuse_if_changed

        def slow(course: Any, before: Any, seen: int) -> None:
            real(course, before, seen)
            if seen == 1:
                both_read.wait(20)

        with mock.patch.object(action, "refuse_if_changed", slow), mock.patch.object(action, "lock_cell"):
            self.assertEqual(self.grade_at_once(), [200, 200])

    def watched_at_once(self) -> int:
        """Two devices play two halves of one recording; how much of it counts."""
        item = Item.objects.get(title=CLIP)
        Fact.objects.filter(item=item, person__username=KEEPS_UP).delete()
        path = self.path(CLIP, "/watched")
        halves = ([0.0, 32.0], [31.0, 63.0])
        wishes = [(Caller(KEEPS_UP), {"position": 0, "seen": [half]}) for half in halves]
        at_once(*(lambda c=c, body=body: c.send("POST", path, body) for c, body in wishes))
        found: int = Fact.objects.get(item=item, person__username=KEEPS_UP, kind=Fact.WATCHED).detail["percent"]
        return found

    def test_two_devices_on_one_recording_join_what_they_saw(self) -> None:
        with mock.patch.object(watch_action, "joined", slowly(watch_action.joined)):
            self.assertEqual(self.watched_at_once(), 100)

    def test_without_the_lock_one_device_forgets_what_the_other_saw(self) -> None:
        def unlocked(_course: Any, item_id: int, person_id: int) -> dict[str, Any]:
            fact = Fact.objects.filter(item_id=item_id, person_id=person_id, kind=Fact.WATCHED).first()
            return fact.detail if fact else {}

        slow = mock.patch.object(watch_action, "joined", slowly(watch_action.joined))
        with slow, mock.patch.object(watch_action, "_locked", unlocked):
            self.assertLess(self.watched_at_once(), 60)

    def release_while_scoring(self) -> Score:
        """The item's scores are released while a score of it is being saved."""
        student = Caller(KEEPS_UP)
        student.send("PUT", self.path(LOOP, "/hand-in"), {"text": "pages", "comment": ""})
        student.send("POST", self.path(LOOP, "/hand-in"))
        path = self.path(LOOP, f"/hand-ins/{student.person.pk}/score")
        first = {"attempt": 1, "raw": "20", "comment": "", "seen_version": 0}
        teacher, assistant = Caller(INSTRUCTOR), Caller(ASSISTANT)
        self.assertEqual(teacher.send("PUT", path, first).status_code, 200)
        released: list[threading.Thread] = []
        real = action._kept

        def between(*given: Any) -> Score:
            def release() -> None:
                teacher.send("POST", self.path(LOOP, "/release"))
                connections.close_all()

            released.append(threading.Thread(target=release))
            released[0].start()
            released[0].join(1.5)
            return real(*given)

        with mock.patch.object(action, "_kept", between):
            told = assistant.send("PUT", path, first | {"raw": "21", "seen_version": 1})
        self.assertEqual(told.status_code, 200, told.content)
        released[0].join(30)
        return Score.objects.get(cell__person=student.person, cell__graded_item__item__title=LOOP)

    def test_a_score_saved_during_a_release_comes_out_with_the_others(self) -> None:
        score = self.release_while_scoring()
        self.assertEqual((score.raw, score.released_at is not None), (21, True))

    def test_writing_every_column_without_the_lock_takes_the_release_back(self) -> None:
        """The race itself: the release commits between reading and writing, and the write has the old row whole."""
        whole = Score.save

        def every_column(row: Score, *args: Any, update_fields: Any = None, **more: Any) -> None:
            whole(row, *args, **more)

        with mock.patch.object(release, "lock_cells"), mock.patch.object(Score, "save", every_column):
            score = self.release_while_scoring()
        self.assertIsNone(score.released_at)

    def date_set_while_the_term_moves(self) -> str:
        """Somebody sets a date between the plan of a move and its end; the date after all."""
        teacher, other = Caller(INSTRUCTOR), Caller(INSTRUCTOR)
        schedule = schedule_in(teacher.get("/courses/srv-110/schedule").json())
        later = {"name": "A week later", "first_day": "2026-08-31", "last_day": "2026-12-18"}
        set_apart: list[threading.Thread] = []
        real = schedule_api.apply_move

        def between(*given: Any) -> Any:
            def set_date() -> None:
                other.send("PUT", self.path(LOOP, "/moments"), {"due": "2026-11-12T09:30"})
                connections.close_all()

            set_apart.append(threading.Thread(target=set_date))
            set_apart[0].start()
            set_apart[0].join(1.5)
            return real(*given)

        with mock.patch.object(schedule_api, "apply_move", between):
            told = teacher.send("POST", "/courses/srv-110/term-move", {"how": "redate", "schedule": schedule | later})
        self.assertEqual(told.status_code, 200, told.content[:300])
        set_apart[0].join(30)
        return teacher.get(self.path(LOOP, "")).json()["row"]["due"]

    def saves(self, change: Callable[..., Any]) -> list[int]:
        """Two teachers save the settings of one item from the same edition; what each is answered."""
        mine, theirs = Caller(INSTRUCTOR), Caller(INSTRUCTOR)
        with mock.patch.object(settings_action, "change_item", change):
            told = at_once(lambda: self.save(mine, "Mine"), lambda: self.save(theirs, "Theirs"))
        return sorted(a.status_code for a in told)

    def save(self, caller: Caller, hint: str) -> Any:
        headers = {"Idempotency-Key": hint, "If-Match": '"0"'}
        return caller.client.put(
            f"/api{self.path(SET_7A, '/settings')}",
            data={"item": {"hint": hint}},
            content_type="application/json",
            headers=headers,
        )

    def test_of_two_saves_at_once_one_is_told_of_the_other(self) -> None:
        self.assertEqual(self.saves(slowly(settings_action.change_item)), [200, 412])

    def test_without_the_lock_both_would_save_and_one_be_lost(self) -> None:
        with (
            mock.patch.object(settings_action, "lock_course", lambda course: course),
            mock.patch("apps.layout.actions.change_item.lock_course", lambda course: course),
            # Both have been asked by then which edition they saw.
            mock.patch.object(layout_change, "_save", both_first(layout_change._save)),
        ):
            self.assertEqual(self.saves(settings_action.change_item), [200, 200])

    def test_a_date_set_while_the_term_moves_stays(self) -> None:
        due = self.date_set_while_the_term_moves()
        self.assertTrue(due.startswith("2026-11-12T15:30"), due)

    def test_without_the_lock_before_the_plan_the_move_takes_the_date_back(self) -> None:
        with mock.patch.object(schedule_api, "lock_course", lambda course: course):
            due = self.date_set_while_the_term_moves()
        self.assertFalse(due.startswith("2026-11-12T15:30"), due)
