"""A teacher picks sets; what they picked goes back to the platform (Deep Linking 2.0)."""

from __future__ import annotations

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import csrf_exempt
from pylti1p3.contrib.django import DjangoCacheDataStorage, DjangoMessageLaunch
from pylti1p3.deep_link_resource import DeepLinkResource
from pylti1p3.exception import LtiException
from pylti1p3.lineitem import LineItem

from sets.joining import configuration
from sets.problems import sets

POINTS_EACH = 10


@csrf_exempt
def pick(request: HttpRequest, launch_id: str) -> HttpResponse:
    try:
        message = DjangoMessageLaunch.from_cache(
            launch_id, request, configuration(), launch_data_storage=DjangoCacheDataStorage()
        )
    except LtiException:
        return render(request, "sets/said.html", {"said": "This choice took too long. Begin again."}, status=400)
    if request.method != "POST":
        return render(request, "sets/pick.html", {"sets": sets().values(), "launch_id": launch_id})
    chosen = [sets()[key] for key in request.POST.getlist("set") if key in sets()]
    resources = []
    for one in chosen:
        line = (
            LineItem().set_label(one.title).set_score_maximum(POINTS_EACH * len(one.problems)).set_resource_id(one.key)
        )
        resources.append(
            DeepLinkResource()
            .set_url(f"{settings.ADDRESS}/launch?set={one.key}")
            .set_title(one.title)
            .set_custom_params({"set": one.key})
            .set_lineitem(line)
        )
    return HttpResponse(message.get_deep_link().output_response_form(resources))
