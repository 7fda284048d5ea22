"""The platforms that joined, and under which deployments each may send people."""

from __future__ import annotations

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import csrf_protect

from sets.models import Platform


@csrf_protect
def page(request: HttpRequest) -> HttpResponse:
    if request.method == "POST":
        for row in Platform.objects.filter(pk=request.POST.get("platform", "0")):
            row.deployments = " ".join(request.POST.get("deployments", "").split())
            row.save(update_fields=["deployments"])
    return render(request, "sets/platforms.html", {"platforms": Platform.objects.order_by("pk")})
