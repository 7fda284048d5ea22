"""Quizzes in real transactions: two tabs, the clock against whoever hands in, a key corrected meanwhile, the last try
twice; a worker that is killed; what the locks are for is shown first without them."""

from __future__ import annotations

import signal
import subprocess
import sys
import time
from datetime import timedelta
from pathlib import Path
from typing import Any
from unittest import mock

from apps.gradebook.models import Score
from apps.kernel.models import AuditRecord
from apps.quizzes.actions import answering, door, hand_in
from apps.quizzes.actions.hand_in import hand_in_by_clock
from apps.quizzes.jobs import hand_in_at
from apps.quizzes.models import AttemptQuestion, QuizAttempt, Try
from apps.quizzes.tests.cases import LATITUDE, OTHER_TAB, TAB, QuizWorld, later
from django.db import transaction
from django.test import TransactionTestCase, override_settings, tag
from django.utils import timezone

from tests.base import BEHIND, KEEPS_UP, Caller
from tests.concurrency.test_killed_server import Server, cut_every_connection
from tests.concurrency.test_races import at_once, slowly
from tests.worlds import CLOCK, Committed

SERVER = Path(__file__).resolve().parents[2]


def unheld(course: Any, item_id: int, person_id: int, number: int) -> QuizAttempt | None:
    """The attempt without its lock."""
    rows = QuizAttempt.objects.filter(course=course, item_id=item_id, person_id=person_id, number=number)
    return rows.first()


@override_settings(FIXED_CLOCK=CLOCK)
class Races(QuizWorld, Committed, TransactionTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.begin_world()
        self.set(tries=2, try_cost="1")

    def test_beginning_five_times_at_once_is_one_attempt(self) -> None:
        callers = [Caller(KEEPS_UP) for _ in range(5)]
        answers = at_once(*(lambda c=c, n=n: self.begin(c, holder=f"tab-number-{n}") for n, c in enumerate(callers)))
        self.assertEqual({a.status_code for a in answers}, {200})
        self.assertEqual(QuizAttempt.objects.filter(item=self.quiz).count(), 1)
        self.assertEqual(AttemptQuestion.objects.filter(attempt__item=self.quiz).count(), 2)

    def test_two_tabs_at_once_the_one_that_does_not_hold_it_is_told(self) -> None:
        self.begin()
        body = {"number": 1, "holder": OTHER_TAB}
        mine, theirs = Caller(KEEPS_UP), Caller(KEEPS_UP)
        answers = at_once(
            lambda: self.save(self.wrong(self.latitude, "1"), who=mine),
            lambda: theirs.send("PUT", f"{self.at}/quiz/holder", body),
        )
        self.assertEqual(answers[1].status_code, 200)
        self.assertIn(answers[0].status_code, (200, 409))
        self.assertEqual(self.save(self.wrong(self.latitude, "2", seq=2), who=mine).status_code, 409)

    def both_try_last(self) -> list[int]:
        """Two tabs of one holder check two answers with one try left."""
        self.begin()
        self.check(self.wrong(self.latitude, "1.234"))
        callers = [Caller(KEEPS_UP) for _ in range(2)]
        given = [self.wrong(self.latitude, "2.345", seq=2), self.wrong(self.latitude, "3.456", seq=3)]
        calls = [
            lambda c=c, g=g: c.send("POST", f"{self.at}/quiz/check", {"number": 1, "holder": TAB, "given": g})
            for c, g in zip(callers, given, strict=True)
        ]
        return sorted(a.status_code for a in at_once(*calls))

    def test_the_last_try_is_taken_once(self) -> None:
        self.assertEqual(self.both_try_last(), [200, 409])
        self.assertEqual(Try.objects.filter(question__attempt__item=self.quiz).count(), 2)

    def test_without_the_lock_the_second_runs_into_the_database(self) -> None:
        """Both read that one try is left; only the unique number of a try keeps the second from being a third."""
        read = slowly(answering.questions_of)
        with mock.patch.object(door, "held_attempt", unheld), mock.patch.object(answering, "questions_of", read):
            self.assertEqual(self.both_try_last(), [200, 500])

    def hand_in_against_clock(self) -> tuple[Any, bool]:
        self.begin()
        self.save(self.right(self.latitude))
        attempt, caller = self.attempt(), Caller(KEEPS_UP)

        def clock() -> bool:
            with transaction.atomic():
                return hand_in_by_clock(attempt.pk)

        with later(minutes=20, seconds=1):
            told, by_clock = at_once(lambda: self.hand_in(who=caller), clock)
        return told, by_clock

    def test_hand_in_against_the_clock_is_one_receipt_and_one_score(self) -> None:
        told, _ = self.hand_in_against_clock()
        self.assertEqual(told.status_code, 200)
        self.assertEqual(AuditRecord.objects.filter(action="quiz.hand_in").count(), 1)
        self.assertEqual(Score.objects.filter(cell__graded_item__item=self.quiz).count(), 1)
        self.assertEqual((self.attempt().how, self.attempt().raw), ("clock", 3))

    def test_without_the_lock_it_would_be_handed_in_twice(self) -> None:
        read = slowly(hand_in.questions_of)

        def unlocked(*_: Any, **__: Any) -> Any:
            return QuizAttempt.objects.select_related("course")

        with (
            mock.patch.object(door, "held_attempt", unheld),
            mock.patch.object(QuizAttempt.objects, "select_for_update", unlocked),
            mock.patch.object(hand_in, "questions_of", read),
        ):
            self.hand_in_against_clock()
        self.assertEqual(AuditRecord.objects.filter(action="quiz.hand_in").count(), 2)

    def test_two_workers_hand_in_once(self) -> None:
        self.begin()
        attempt = self.attempt()

        def clock() -> bool:
            with transaction.atomic():
                return hand_in_by_clock(attempt.pk)

        with later(minutes=21):
            self.assertEqual(sorted(at_once(clock, clock, clock)), [False, False, True])

    def test_a_key_corrected_while_somebody_hands_in_leaves_nobody_behind(self) -> None:
        self.begin()
        self.begin(Caller(BEHIND), holder="tab-of-the-other")
        self.save(self.right(self.latitude))
        self.hand_in()
        other = Caller(BEHIND)
        self.save(self.right(self.latitude, who=other), who=other, holder="tab-of-the-other")
        body = {"text": "<p>[[d]] [[az]]</p>", **self.asks("d sin(az)")}
        self.correct(self.latitude, body)
        path = f"{self.at}/quiz-questions/{self.latitude}/rescoring"
        told, handed = at_once(
            lambda: self.teacher.send("POST", path, {"edition": 2}),
            lambda: self.hand_in(who=other, holder="tab-of-the-other"),
        )
        self.assertEqual((told.status_code, handed.status_code), (200, 200))
        after = self.teacher.get(path).json()
        first = self.attempt().raw
        self.assertEqual(first, 0)
        # Who came in after the correction is still to be judged by it, and is named.
        late = [move["person"] for move in after["moves"]]
        self.assertIn(late, ([], [other.person.name]))

    def asks(self, key: str) -> dict[str, Any]:
        asked = {"kind": "number", "keys": [{"text": key}], "tolerance": {"nearness": "decimals", "amount": "3"}}
        return {"parameters": LATITUDE["parameters"], "fields": [{"name": "a", "asked": asked}]}


@tag("alone")
class KilledWorker(QuizWorld, Committed, TransactionTestCase):
    """The clock's own hand-in with a worker that is killed and one that comes after it; on the real clock."""

    def setUp(self) -> None:
        super().setUp()
        with override_settings(FIXED_CLOCK=CLOCK):
            self.begin_world()
            self.set()
            self.begin()
            self.save(self.right(self.latitude))

    def worker(self) -> subprocess.Popen[bytes]:
        command = [sys.executable, "manage.py", "procrastinate", "-v", "0", "worker", "--delete-jobs=successful"]
        env = {**Server().environment(), "UNVO_FIXED_CLOCK": ""}
        found = subprocess.Popen([*command, "--fetch-job-polling-interval=0.5"], cwd=SERVER, env=env)
        self.addCleanup(found.wait, 20)
        self.addCleanup(found.kill)
        return found

    def test_it_is_handed_in_within_two_seconds_of_its_time(self) -> None:
        first = self.worker()
        time.sleep(6)
        ends = timezone.now() + timedelta(seconds=14)
        QuizAttempt.objects.filter(pk=self.attempt().pk).update(ends_at=ends)
        with transaction.atomic():
            hand_in_at(self.attempt().pk, ends)
        first.send_signal(signal.SIGKILL)
        self.worker()
        while timezone.now() < ends:
            self.assertIsNone(self.attempt().handed_in_at)
            time.sleep(0.5)
        while self.attempt().handed_in_at is None and timezone.now() < ends + timedelta(seconds=10):
            time.sleep(0.05)
        took = (timezone.now() - ends).total_seconds()
        attempt = self.attempt()
        self.assertEqual((attempt.handed_in_at, attempt.how, attempt.raw), (ends, "clock", 3))
        self.assertLess(took, 2)


@override_settings(FIXED_CLOCK=CLOCK)
class KilledServer(QuizWorld, Committed, TransactionTestCase):
    """A server that is killed, and a database that is started anew, in the middle of a timed attempt."""

    def setUp(self) -> None:
        super().setUp()
        self.begin_world()
        self.set()
        self.server = Server()
        self.server.start()
        self.addCleanup(lambda: self.server.process.poll() is None and self.server.kill())
        self.server.sign_in()
        self.path = f"/api{self.at}/quiz"
        self.server.send("POST", f"{self.path}/attempts", {"holder": TAB})

    def put(self, given: dict[str, Any], timeout: float = 20) -> Any:
        body = {"number": 1, "holder": TAB, "given": [given]}
        return self.server.send("PUT", f"{self.path}/answers", body, timeout=timeout)

    def test_what_was_acknowledged_is_there_and_the_clock_goes_on(self) -> None:
        ends = self.attempt().ends_at
        self.put(self.right(self.latitude))
        held = self.right(self.sign)
        with transaction.atomic():
            # A row that the answer needs is held elsewhere: the server dies inside its transaction.
            QuizAttempt.objects.select_for_update().get(pk=self.attempt().pk)
            with self.assertRaises(OSError):
                self.put(held, timeout=2)
            self.server.kill()
        self.assertEqual(self.row(self.latitude).answers, self.right(self.latitude)["answers"])
        self.assertEqual(self.row(self.sign).answers, {}, "it was never acknowledged")
        self.server.start()
        self.put(held)
        self.assertEqual(self.row(self.sign).answers, held["answers"])
        self.assertEqual(self.attempt().ends_at, ends)

    def test_every_connection_of_the_database_is_cut_and_the_next_answer_is_kept(self) -> None:
        self.put(self.right(self.latitude))
        cut_every_connection()
        given = self.right(self.sign)
        for _ in range(5):
            try:
                self.put(given)
                break
            except OSError:
                # The browser sends it again, too.
                time.sleep(0.5)
        self.assertEqual(self.row(self.sign).answers, given["answers"])
        self.assertEqual(self.row(self.latitude).answers, self.right(self.latitude)["answers"])
