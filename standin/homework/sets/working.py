"""A set is worked: problems in one's own numbers, tries, form errors that cost none, and the way back."""

from __future__ import annotations

import time
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import timedelta
from fractions import Fraction
from typing import Any
from urllib.parse import urlencode

import jwt
from django.db import transaction
from django.http import Http404, HttpRequest, HttpResponse, HttpResponseRedirect
from django.shortcuts import get_object_or_404, render
from django.utils.dateparse import parse_datetime
from django.views.decorators.http import require_POST

from sets.clock import now
from sets.models import Account, Tried, Work
from sets.problems import TRIES, Problem, ProblemSet, Shown, judge, sets, shown, version
from sets.sending import send_score

ACCESS = "urn:unvo:lti:claim:access"
ASKED = "urn:unvo:lti:claim:asked"


@dataclass(frozen=True)
class Row:
    """A problem as its page shows it."""

    number: int
    problem: Problem
    shown: Shown
    tries: Sequence[Tried]
    left: int
    best: Fraction | None
    form_error: str


def own_work(request: HttpRequest, work_id: int) -> Work:
    """Of whoever is signed on here; nobody else's is there."""
    rows = Work.objects.select_related("account__platform", "placed__context")
    return get_object_or_404(rows, pk=work_id, account_id=request.session.get("account", 0))


def set_of(work: Work) -> ProblemSet:
    return sets()[work.placed.set_key]


def rows_of(work: Work) -> list[Row]:
    tried: dict[int, list[Tried]] = {}
    for one in work.tries.order_by("pk"):
        tried.setdefault(one.number, []).append(one)
    found = []
    for number, problem in enumerate(set_of(work).problems, 1):
        mine = tried.get(number, [])
        counted = [t for t in mine if t.share]
        best = max((Fraction(t.share) for t in counted), default=None)
        wrong_form = mine[-1].form_error if mine and not mine[-1].share else ""
        drawn = version(work.seed, number, problem)
        found.append(Row(number, problem, shown(problem, drawn), mine, TRIES - len(counted), best, wrong_form))
    return found


def share_of(rows: Sequence[Row]) -> Fraction:
    return sum((row.best or Fraction(0) for row in rows), Fraction(0)) / len(rows)


def may_work(account: Account) -> bool:
    return account.access != "none" and (account.until is None or account.until > now())


def work(request: HttpRequest, work_id: int) -> HttpResponse:
    mine = own_work(request, work_id)
    rows = rows_of(mine)
    done = sum(row.best is not None for row in rows)
    account = mine.account
    return render(
        request,
        "sets/work.html",
        {
            "work": mine,
            "set": set_of(mine),
            "rows": rows,
            "done": done,
            "open": may_work(account),
            "account": account,
            "due": due_words(mine),
            "left_days": (account.until - now()).days if account.until else None,
        },
    )


def due_words(work: Work) -> str:
    """'Thu 8 Oct, 23:59', by the clock of the platform that said it; empty where it said none."""
    due = parse_datetime(work.due) if work.due else None
    return f"{due:%a} {due.day} {due:%b, %H:%M}" if due is not None else ""


@require_POST
@transaction.atomic
def attempt(request: HttpRequest, work_id: int, number: int) -> HttpResponse:
    mine = own_work(request, work_id)
    # Two tabs take one try after the other.
    Work.objects.select_for_update().get(pk=mine.pk)
    rows = rows_of(mine)
    if not 1 <= number <= len(rows):
        raise Http404
    row = rows[number - 1]
    if row.left > 0 and row.best != 1 and may_work(mine.account):
        given = given_in(request)
        told = judge(row.problem, version(mine.seed, number, row.problem), given)
        share = "" if told.share is None else str(told.share)
        Tried.objects.create(work=mine, number=number, answer=given, share=share, form_error=told.form_error, at=now())
        if told.share is not None and mine.handed_in_at is None:
            send_score(mine, share_of(rows_of(mine)), finished=False)
    return HttpResponseRedirect(f"/work/{work_id}#p{number}")


def given_in(request: HttpRequest) -> dict[str, Any]:
    form = request.POST
    places = {name.removeprefix("place-"): form[name] for name in form if name.startswith("place-")}
    return {"answer": form.get("answer", "")[:500], "chosen": form.getlist("chosen")[:12], "places": places}


@require_POST
def hand_in(request: HttpRequest, work_id: int) -> HttpResponse:
    mine = own_work(request, work_id)
    if may_work(mine.account):
        mine.handed_in_at = now()
        mine.save(update_fields=["handed_in_at"])
        send_score(mine, share_of(rows_of(mine)), finished=True)
    return HttpResponseRedirect(f"/work/{work_id}")


def back(request: HttpRequest, work_id: int) -> HttpResponse:
    """To the platform, with a word on access that we sign."""
    mine = own_work(request, work_id)
    account = mine.account
    told = {"kind": account.access, "until": account.until and account.until.isoformat(), "code": account.code}
    told["context"] = account.context.context_id if account.context else ""
    token = signed(mine, {ACCESS: told})
    return _away(
        mine,
        {"lti_msg": f"{set_of(mine).title}: {sum(r.best is not None for r in rows_of(mine))} answered", "told": token},
    )


def ask(request: HttpRequest, work_id: int, number: int) -> HttpResponse:
    """'Ask the instructor': the question goes to the platform with the problem, its numbers and what was tried."""
    mine = own_work(request, work_id)
    rows = rows_of(mine)
    if not 1 <= number <= len(rows):
        raise Http404
    row = rows[number - 1]
    drawn = version(mine.seed, number, row.problem)
    asked = {
        "problem": f"{number}. {row.problem.name}",
        "html": row.shown.text,
        "version": drawn.check,
        "tries": [answer_said(one, row) for one in row.tries],
    }
    return _away(mine, {"asked": signed(mine, {ASKED: asked})})


def answer_said(tried: Tried, row: Row) -> dict[str, str]:
    options = {option.name: option.text for option in row.shown.field.options}
    given = tried.answer
    words = given["answer"] or ", ".join(options.get(name, "") for name in given["chosen"])
    verdict = tried.form_error or ("right" if tried.share == "1" else "wrong" if tried.share == "0" else "partly right")
    return {"answer": words[:200], "verdict": verdict}


def signed(mine: Work, claims: dict[str, Any]) -> str:
    platform, at = mine.account.platform, int(time.time())
    head = {"kid": key_id(platform)}
    body = {
        "iss": platform.client_id,
        "aud": platform.issuer,
        "sub": mine.account.subject,
        "iat": at,
        "exp": at + 300,
        "jti": f"{mine.pk}-{time.time_ns()}",
        **claims,
    }
    return jwt.encode(body, platform.private_key, algorithm="RS256", headers=head)


def key_id(platform: Any) -> str:
    from pylti1p3.registration import Registration

    return str(Registration.get_jwk(platform.public_key)["kid"])


def _away(mine: Work, told: dict[str, str]) -> HttpResponse:
    joint = "&" if "?" in mine.return_url else "?"
    return (
        HttpResponseRedirect(f"{mine.return_url}{joint}{urlencode(told)}")
        if mine.return_url
        else HttpResponseRedirect("/")
    )


def access(request: HttpRequest) -> HttpResponse:
    """One's own access: a code is redeemed here."""
    account = get_object_or_404(Account, pk=request.session.get("account", 0))
    if request.method == "POST" and request.POST.get("code", "").strip():
        account.access, account.code = "code", request.POST["code"].strip()[:80]
        account.until = now() + timedelta(days=180)
        account.save(update_fields=["access", "code", "until"])
    return render(request, "sets/access.html", {"account": account})
