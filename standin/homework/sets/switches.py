"""How the stand-in misbehaves when it is told to, so that a platform can be seen to cope."""

from __future__ import annotations

import time
from collections.abc import Callable

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import csrf_exempt

from sets.models import Platform, Switch
from sets.problems import sets

KEPT_OPEN = ("/switches", "/static/")


def disturbed(answer_to: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """Middleware: slow or down, as it is switched; the switches themselves always answer."""

    def answered(request: HttpRequest) -> HttpResponse:
        if not request.path.startswith(KEPT_OPEN):
            switch = Switch.now()
            if switch.slow_ms:
                time.sleep(switch.slow_ms / 1000)
            if switch.down:
                return HttpResponse("The homework system is down.", status=503)
        return answer_to(request)

    return answered


@csrf_exempt
def page(request: HttpRequest) -> HttpResponse:
    switch = Switch.objects.first() or Switch.objects.create()
    if request.method == "POST":
        form = request.POST
        switch.slow_ms = _whole(form.get("slow_ms", "0"))
        switch.late_seconds = _whole(form.get("late_seconds", "0"))
        switch.wrong_dates = _whole(form.get("wrong_dates", "0"))
        switch.down, switch.wrong_signature = "down" in form, "wrong_signature" in form
        switch.save()
    return render(request, "sets/switches.html", {"switch": switch})


def _whole(text: str) -> int:
    return max(-10_000, min(60_000, int(text))) if text.lstrip("-").isdigit() else 0


def home(request: HttpRequest) -> HttpResponse:
    return render(request, "sets/home.html", {"sets": sets().values(), "platforms": Platform.objects.count()})
