"""Scores go to the platform (Assignment and Grade Services 2.0): kept first, then sent until they are taken."""

from __future__ import annotations

import threading
import time
from datetime import datetime, timedelta
from fractions import Fraction
from typing import Any

import requests
from django.db import close_old_connections, transaction
from django.utils import timezone
from django.utils.dateparse import parse_datetime
from pylti1p3.exception import LtiException
from pylti1p3.service_connector import ServiceConnector

from sets.clock import now
from sets.models import Outgoing, Platform, Sent, Switch, Work

LINE_ITEM = "https://purl.imsglobal.org/spec/lti-ags/scope/lineitem"
SCORE = "https://purl.imsglobal.org/spec/lti-ags/scope/score"
MOST_WAIT = 3600
_woken = threading.Event()


def score_body(work: Work, share: Fraction, *, finished: bool) -> dict[str, Any]:
    at = now()
    return {
        "userId": work.account.subject,
        "scoreGiven": round(float(share * Fraction(str(work.placed.most))), 4),
        "scoreMaximum": float(work.placed.most),
        "timestamp": max(at, _after_last(work)).isoformat(),
        "activityProgress": "Completed" if finished else "InProgress",
        "gradingProgress": "FullyGraded" if finished else "Pending",
        **({"submission": {"submittedAt": work.handed_in_at.isoformat()}} if work.handed_in_at else {}),
    }


def _after_last(work: Work) -> Any:
    """Later than the last one, also where the clock stands still."""
    bodies = [o.body for o in Outgoing.objects.filter(placed=work.placed, account=work.account)]
    bodies += [s.body for s in Sent.objects.filter(placed=work.placed, account=work.account)]
    last = max((timezone.datetime.fromisoformat(b["timestamp"]) for b in bodies), default=None)
    return now() if last is None else last + timedelta(milliseconds=1)


def send_score(work: Work, share: Fraction, *, finished: bool) -> None:
    if work.account.teaches or not work.placed.line_item:
        return
    late = timedelta(seconds=Switch.now().late_seconds)
    body = score_body(work, share, finished=finished)
    Outgoing.objects.create(placed=work.placed, account=work.account, body=body, after=timezone.now() + late)
    transaction.on_commit(_woken.set)


def send_due(sessions: dict[int, Any]) -> int:
    """Send what is due, oldest first. Returns how many were taken."""
    if Switch.now().down:
        return 0
    taken = 0
    rows = Outgoing.objects.select_related("placed__context__platform", "account").filter(after__lte=timezone.now())
    for row in rows.order_by("pk")[:200]:
        taken += _send(row, sessions)
    return taken


def _send(row: Outgoing, sessions: dict[int, Any]) -> int:
    """409: the platform has a later one already. Any other refusal is tried again, with longer and longer pauses."""
    try:
        status = post_score(row.placed.context.platform, row.placed.line_item, row.body, sessions)
    except (requests.RequestException, LtiException):
        status = 0
    if status in (200, 201, 204, 409):
        if status != 409:
            Sent.objects.update_or_create(placed=row.placed, account=row.account, defaults={"body": row.body})
        row.delete()
        return 1
    row.tries += 1
    row.after = timezone.now() + timedelta(seconds=min(MOST_WAIT, 2**row.tries))
    row.save(update_fields=["tries", "after"])
    return 0


def connector_of(platform: Platform) -> ServiceConnector:
    from sets.joining import configuration, wrong_key

    tools = configuration()
    tools.set_private_key(platform.issuer, wrong_key(platform), client_id=platform.client_id)
    return ServiceConnector(tools.find_registration_by_params(platform.issuer, platform.client_id))


def due_of(platform: Platform, line_item: str) -> datetime | None:
    """When the class is to have done it, as the platform's line item says now. What comes with a launch is the due
    moment of one person, who may have been given longer."""
    try:
        token = connector_of(platform).get_access_token([LINE_ITEM])
        answer = requests.get(line_item, headers={"Authorization": f"Bearer {token}"}, timeout=10)
        return parse_datetime(answer.json().get("endDateTime") or "") if answer.ok else None
    except (requests.RequestException, LtiException, ValueError):
        return None


def post_score(platform: Platform, line_item: str, body: dict[str, Any], sessions: dict[int, Any]) -> int:
    if platform.pk not in sessions:
        sessions[platform.pk] = (connector_of(platform), requests.Session())
    connector, session = sessions[platform.pk]
    try:
        token = connector.get_access_token([SCORE])
    except LtiException:
        sessions.pop(platform.pk)
        raise
    answer = session.post(
        f"{line_item}/scores",
        json=body,
        headers={"Authorization": f"Bearer {token}", "Content-Type": "application/vnd.ims.lis.v1.score+json"},
        timeout=10,
    )
    if answer.status_code == 401:
        sessions.pop(platform.pk)
    return answer.status_code


def keep_sending() -> None:
    """For ever, in a thread of the server."""
    sessions: dict[int, Any] = {}
    while True:
        _woken.wait(timeout=2)
        _woken.clear()
        close_old_connections()
        try:
            while send_due(sessions):
                pass
        except Exception as error:
            print(f"homework: sending failed: {error}", flush=True)
            time.sleep(2)
