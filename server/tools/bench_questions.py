"""Answers as they are typed: read and judged in the core, and over HTTP with their question drawn anew each time."""

from __future__ import annotations

import http.client
import json
import statistics
import time

TYPED = (
    *(
        "-42.667",
        "64.18 cos(131°40')",
        "64.18 cos(131°40′",
        "1,120",
        "2^(1/5)",
        "sqrt(3.2^2+4.1^2)",
        "-4*4^x/10",
        "1.2e-3",
    ),
    *(
        "sin(30)^2+cos(30)^2",
        "(x+1)(x-1)/(x^2+2x+1)",
        "ln(2.5)/ln(10)",
        "48°15'30\"",
        "131.667°",
        "12*sqrt(4.2)",
        "N",
        "5 m",
    ),
)
ROUNDS = 100
CORE_BAR_MS, HTTP_BAR_MS, PROOF_BAR_S = 5.0, 25.0, 2.0
TOKEN = "a" * 32
QUESTION = "Latitude of a leg"


def measured(port: int, cookie: str) -> bool:
    """Prints p50 and p99 of each beside its bar for the p50; the proof of a question once."""
    from apps.questions.models import BankQuestion

    body = BankQuestion.objects.get(name=QUESTION).editions.get().body
    return all([_core(), _over_http(port, cookie, body), _proof(port, cookie, body)])


def _said(what: str, times: list[float], bar: float) -> bool:
    p50, p99 = statistics.median(times), statistics.quantiles(times, n=100)[98]
    print(f"{what:<34}{p50:8.2f} ms{p99:10.2f} ms at p99{bar:8.0f} ms at most")
    return p50 <= bar


def _core() -> bool:
    from unvo_core.answers.formulas import Variable
    from unvo_core.answers.judge import judge
    from unvo_core.answers.judging_maths import Setting
    from unvo_core.answers.kinds import FormulaAsked, Key

    asked = FormulaAsked(keys=(Key("-4*4^x/10"),), variables=(Variable("x"),))
    times = []
    for round_ in range(ROUNDS):
        for text in TYPED:
            start = time.perf_counter()
            judge(asked, text, Setting(values={}, in_degrees=True, seed=str(round_)))
            times.append((time.perf_counter() - start) * 1000)
    return _said("an answer read and judged", times, CORE_BAR_MS)


def _post(client: http.client.HTTPConnection, path: str, cookie: str, wish: object) -> None:
    headers = {"Cookie": f"{cookie}; csrftoken={TOKEN}", "X-CSRFToken": TOKEN, "Content-Type": "application/json"}
    client.request("POST", f"/api/courses/srv-110/{path}", json.dumps(wish), headers)
    answer = client.getresponse()
    found = answer.read()
    if answer.status != 200:
        raise SystemExit(f"{path}: {answer.status} {found[:300]!r}")


def _over_http(port: int, cookie: str, body: object) -> bool:
    client, times = http.client.HTTPConnection("127.0.0.1", port), []
    for round_ in range(20):
        for text in TYPED:
            start = time.perf_counter()
            _post(client, "question-try", cookie, {"body": body, "seed": str(round_), "answers": {"answer": text}})
            times.append((time.perf_counter() - start) * 1000)
    return _said("the same over HTTP, with its version", times, HTTP_BAR_MS)


def _proof(port: int, cookie: str, body: object) -> bool:
    client, start = http.client.HTTPConnection("127.0.0.1", port), time.perf_counter()
    _post(client, "question-proof", cookie, {"body": body})
    took = time.perf_counter() - start
    print(f"{'200 versions proved':<34}{took:8.2f} s{PROOF_BAR_S:29.0f} s at most")
    return took <= PROOF_BAR_S
