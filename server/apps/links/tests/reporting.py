"""A system's part in a test that is not about systems: an item is linked, and its system reports how far somebody is."""

from __future__ import annotations

import json
from typing import Any

from django.http import HttpResponse
from tests.base import Caller
from unvo_core.links.reports import Activity, Grading, Report

from apps.kernel.clock import now
from apps.kernel.public import Actor, Refused, refused
from apps.layout.models import Item
from apps.layout.queries import layout
from apps.links.actions.keep_report import keep_report
from apps.links.actions.launch import begin_launch
from apps.links.actions.take_reports import take_reports
from apps.links.line_items import line_item_of
from apps.links.models import Deployment, LinkedSystem, Placement, Reported


class Told:
    """What a launch was answered with, as the API would answer."""

    def __init__(self, answer: HttpResponse) -> None:
        self.status_code, self.content, self._answer = answer.status_code, answer.content, answer

    def __getitem__(self, name: str) -> str:
        return self._answer[name]

    def json(self) -> Any:
        return json.loads(self.content)


def link_to_a_system(item: Item) -> None:
    at = "https://sets.ostrell.example"
    system = LinkedSystem.objects.create(
        client_id=f"of-{item.pk}",
        name="Sets",
        login_address=f"{at}/login",
        launch_address=f"{at}/launch",
        made_at=now(),
    )
    Deployment.objects.create(system=system, code="here")
    Placement.objects.create(item=item, system=system)


def reported(item: Item, who: Caller, activity: str) -> Told:
    """They open it, and its system reports how far they are."""
    try:
        begin_launch(Actor(who.person.pk, ""), item.course, item.pk)
    except Refused as refusal:
        return Told(refused(refusal))
    placement = Placement.objects.select_related("system").get(item=item)
    line = line_item_of(item.course, placement, layout(item.course).items[item.pk])
    keep_report(line.pk, who.person.pk, Report(at=now(), activity=Activity(activity), grading=Grading.PENDING))
    take_reports()
    Reported.objects.all().delete()
    return Told(HttpResponse(b"{}"))
