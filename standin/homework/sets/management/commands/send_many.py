"""Sends made-up scores at a rate, and says what became of them: how much a platform takes is seen from here.

One loop of libcurl holds all connections and does as little as can be, so that what is seen is the platform's.
"""

from __future__ import annotations

import json
import time
from argparse import ArgumentParser
from collections import Counter
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import Any

import pycurl
from django.core.management import BaseCommand, CommandError
from pylti1p3.service_connector import ServiceConnector

from sets.clock import now
from sets.joining import configuration
from sets.models import Account, Placed, Platform
from sets.sending import SCORE

SCORE_TYPE = "application/vnd.ims.lis.v1.score+json"
LOOK_SECONDS = 0.05


@dataclass(frozen=True, slots=True)
class Score:
    """One that will be sent, with its message written out."""

    line: str
    subject: str
    at: str
    given: float
    body: bytes


def sender(platform: Platform) -> pycurl.Curl:
    """Whoever sends with one token, one score after the other."""
    found = configuration().find_registration_by_params(platform.issuer, platform.client_id)
    token = ServiceConnector(found).get_access_token([SCORE])
    curl = pycurl.Curl()
    curl.setopt(pycurl.HTTPHEADER, [f"Authorization: Bearer {token}", f"Content-Type: {SCORE_TYPE}"])
    curl.setopt(pycurl.WRITEFUNCTION, len)
    curl.setopt(pycurl.TIMEOUT, 10)
    return curl


@dataclass
class Burst:
    """What is sent, and what came back; the clock starts when all is written and everybody has a token."""

    scores: list[Score]
    rate: float
    idle: list[pycurl.Curl]
    busy: dict[pycurl.Curl, Score] = field(default_factory=dict)
    multi: pycurl.CurlMulti = field(default_factory=pycurl.CurlMulti)
    begun: float = field(default_factory=time.monotonic)
    next: int = 0
    statuses: Counter[int] = field(default_factory=Counter)
    last: dict[tuple[str, str], tuple[str, float]] = field(default_factory=dict)
    times: list[float] = field(default_factory=list)

    def run(self) -> None:
        """Each is sent when its time has come, or as soon after it as somebody is idle."""
        while self.busy or self.next < len(self.scores):
            while self.idle and self.wait() <= 0:
                self.send(self.scores[self.next])
            self.multi.perform()
            if not self.receive():
                self.multi.select(self.wait()) if self.busy else time.sleep(self.wait())

    def wait(self) -> float:
        """Seconds until the next one's time."""
        if self.next == len(self.scores) or not self.idle:
            return LOOK_SECONDS
        return min(LOOK_SECONDS, max(0.0, self.begun + self.next / self.rate - time.monotonic()))

    def send(self, score: Score) -> None:
        self.next += 1
        curl = self.idle.pop()
        curl.setopt(pycurl.URL, f"{score.line}/scores")
        curl.setopt(pycurl.POSTFIELDS, score.body)
        self.busy[curl] = score
        self.multi.add_handle(curl)

    def receive(self) -> int:
        """How many answers came."""
        _more, done, failed = self.multi.info_read()
        for _curl, _number, why in failed:
            raise CommandError(f"A score could not be sent: {why}")
        for curl in done:
            self.multi.remove_handle(curl)
            self.keep(self.busy.pop(curl), curl.getinfo(pycurl.RESPONSE_CODE), curl.getinfo(pycurl.TOTAL_TIME) * 1000)
            self.idle.append(curl)
        return len(done)

    def keep(self, score: Score, status: int, milliseconds: float) -> None:
        self.times.append(milliseconds)
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
        burst = Burst(scores, options["rate"], [sender(platform) for _ in range(options["by"])])
        burst.run()
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
