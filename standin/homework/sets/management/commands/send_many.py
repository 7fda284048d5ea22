"""Sends made-up scores at a rate, and says what became of them: how much a platform takes is seen from here."""

from __future__ import annotations

import json
import time
from argparse import ArgumentParser
from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from http.client import HTTPConnection
from threading import Lock
from typing import Any
from urllib.parse import urlsplit

from django.core.management import BaseCommand
from pylti1p3.service_connector import ServiceConnector

from sets.clock import now
from sets.joining import configuration
from sets.models import Account, Placed, Platform
from sets.sending import SCORE

SCORE_TYPE = "application/vnd.ims.lis.v1.score+json"


class Sender:
    """One connection with one token: as little work as can be, so that what is seen is the platform's."""

    def __init__(self, platform: Platform) -> None:
        found = configuration().find_registration_by_params(platform.issuer, platform.client_id)
        token = ServiceConnector(found).get_access_token([SCORE])
        self.headers = {"Authorization": f"Bearer {token}", "Content-Type": SCORE_TYPE}
        self.connection = HTTPConnection(urlsplit(platform.issuer).netloc, timeout=10)

    def post(self, score: Score) -> int:
        self.connection.request("POST", f"{urlsplit(score.line).path}/scores", score.body, self.headers)
        answer = self.connection.getresponse()
        answer.read()
        return answer.status


@dataclass(frozen=True, slots=True)
class Score:
    """One that will be sent, with its message written out."""

    line: str
    subject: str
    at: str
    given: float
    body: bytes


@dataclass
class Burst:
    """What is sent, and what came back; the clock starts when all is written and everybody is connected."""

    scores: list[Score]
    rate: float
    begun: float = field(default_factory=time.monotonic)
    next: int = 0
    statuses: Counter[int] = field(default_factory=Counter)
    last: dict[tuple[str, str], tuple[str, float]] = field(default_factory=dict)
    times: list[float] = field(default_factory=list)
    lock: Lock = field(default_factory=Lock)

    def work(self, sender: Sender) -> None:
        """One of several who send; each takes the next as its time comes."""
        while (number := self.taken()) is not None:
            time.sleep(max(0.0, self.begun + number / self.rate - time.monotonic()))
            self.send(self.scores[number], sender)

    def taken(self) -> int | None:
        with self.lock:
            number, self.next = self.next, self.next + 1
        return number if number < len(self.scores) else None

    def send(self, score: Score, sender: Sender) -> None:
        begun = time.perf_counter()
        status = sender.post(score)
        with self.lock:
            self.times.append((time.perf_counter() - begun) * 1000)
            self.statuses[status] += 1
            if status == 204 and score.at > self.last.get((score.line, score.subject), ("",))[0]:
                self.last[score.line, score.subject] = (score.at, score.given)

    def told(self) -> dict[str, Any]:
        times = sorted(self.times)
        return {
            "statuses": dict(self.statuses),
            "seconds": time.monotonic() - self.begun,
            "half_ms": times[len(times) // 2],
            "of_a_hundred_99_ms": times[len(times) * 99 // 100],
            "last": [[*pair, *what] for pair, what in self.last.items()],
        }


class Command(BaseCommand):
    help = "Sends made-up scores of everybody for every set, and prints what became of them."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--rate", type=float, required=True, help="scores a second; as many as go where it is high")
        parser.add_argument("--seconds", type=float, required=True)
        parser.add_argument("--by", type=int, default=8, help="connections")
        parser.add_argument("--ago", type=float, default=20, help="minutes since the first of them")

    def handle(self, *args: Any, **options: Any) -> None:
        platform = Platform.objects.get()
        start = now() - timedelta(minutes=options["ago"])
        scores = scores_of(platform, int(options["rate"] * options["seconds"]), start)
        with ThreadPoolExecutor(options["by"]) as pool:
            senders = [Sender(platform) for _ in range(options["by"])]
            burst = Burst(scores, options["rate"])
            for one in [pool.submit(burst.work, sender) for sender in senders]:
                one.result()
        self.stdout.write(json.dumps(burst.told()))


def scores_of(platform: Platform, many: int, start: datetime) -> list[Score]:
    """The first is of `start`, and each that follows a millisecond later and of not less."""
    pairs = pairs_of(platform)

    def one(number: int) -> Score:
        line, subject, most = pairs[number * 7919 % len(pairs)]
        at, given = (start + timedelta(milliseconds=number)).isoformat(), round(most * number / many, 2)
        body = {
            "userId": subject,
            "scoreGiven": given,
            "scoreMaximum": most,
            "timestamp": at,
            "activityProgress": "Completed",
            "gradingProgress": "FullyGraded",
        }
        return Score(line, subject, at, given, json.dumps(body).encode())

    return [one(number) for number in range(many)]


def pairs_of(platform: Platform) -> list[tuple[str, str, float]]:
    """Everybody who learns, with every set of their class."""
    people: dict[int, list[str]] = {}
    for account in Account.objects.filter(platform=platform, teaches=False, context__isnull=False).order_by("pk"):
        people.setdefault(account.context_id, []).append(account.subject)
    rows = Placed.objects.filter(context__platform=platform).exclude(line_item="").order_by("pk")
    return [(row.line_item, who, float(row.most)) for row in rows for who in people.get(row.context_id, [])]
