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
from django.db import connections
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

    def post(self, line: str, body: dict[str, Any]) -> int:
        self.connection.request("POST", f"{urlsplit(line).path}/scores", json.dumps(body), self.headers)
        answer = self.connection.getresponse()
        answer.read()
        return answer.status


@dataclass
class Burst:
    """What is sent, and what came back. The first score is of `start`, and each that follows a millisecond later and
    not less."""

    platform: Platform
    pairs: list[tuple[str, str, float]]
    most: int
    rate: float
    start: datetime
    begun: float = field(default_factory=time.monotonic)
    next: int = 0
    statuses: Counter[int] = field(default_factory=Counter)
    last: dict[tuple[str, str], tuple[str, float]] = field(default_factory=dict)
    times: list[float] = field(default_factory=list)
    lock: Lock = field(default_factory=Lock)

    def work(self) -> None:
        """One of several who send; each takes the next as its time comes."""
        sender = Sender(self.platform)
        while (number := self.taken()) is not None:
            time.sleep(max(0.0, self.begun + number / self.rate - time.monotonic()))
            self.send(number, sender)
        connections.close_all()

    def taken(self) -> int | None:
        with self.lock:
            number, self.next = self.next, self.next + 1
        return number if number < self.most else None

    def send(self, number: int, sender: Sender) -> None:
        line, subject, most = self.pairs[number * 7919 % len(self.pairs)]
        at = (self.start + timedelta(milliseconds=number)).isoformat()
        given = round(most * number / self.most, 2)
        body = {
            "userId": subject,
            "scoreGiven": given,
            "scoreMaximum": most,
            "timestamp": at,
            "activityProgress": "Completed",
            "gradingProgress": "FullyGraded",
        }
        begun = time.perf_counter()
        status = sender.post(line, body)
        with self.lock:
            self.times.append((time.perf_counter() - begun) * 1000)
            self.statuses[status] += 1
            if status == 204 and at > self.last.get((line, subject), ("",))[0]:
                self.last[line, subject] = (at, given)

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
        many, start = int(options["rate"] * options["seconds"]), now() - timedelta(minutes=options["ago"])
        burst = Burst(platform, pairs_of(platform), many, options["rate"], start)
        with ThreadPoolExecutor(options["by"]) as pool:
            for one in [pool.submit(burst.work) for _ in range(options["by"])]:
                one.result()
        self.stdout.write(json.dumps(burst.told()))


def pairs_of(platform: Platform) -> list[tuple[str, str, float]]:
    """Everybody who learns, with every set of their class."""
    people: dict[int, list[str]] = {}
    for account in Account.objects.filter(platform=platform, teaches=False, context__isnull=False).order_by("pk"):
        people.setdefault(account.context_id, []).append(account.subject)
    rows = Placed.objects.filter(context__platform=platform).exclude(line_item="").order_by("pk")
    return [(row.line_item, who, float(row.most)) for row in rows for who in people.get(row.context_id, [])]
