"""Where a person's browser leaves for a system. Nothing is written by it but under which name the system knows them."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.views.decorators.http import require_GET

from apps.courses.public import course_by_slug
from apps.kernel.public import Refused, actor_of, not_found, plain_refusal
from apps.links.actions.launch import begin_launch, begin_picking
from apps.links.models import Picking


@require_GET
def begin(request: HttpRequest, slug: str, item_id: int) -> HttpResponse:
    """Opens an item in its system. What is locked is said on a plain page, by whatever address it was tried."""
    if not request.user.is_authenticated:
        return HttpResponseRedirect("/sign-in")
    section = request.GET.get("section", "")
    try:
        wished = int(section) if section.isascii() and section.isdigit() and len(section) < 10 else None
        away = begin_launch(actor_of(request), course_by_slug(slug), item_id, wished)
    except Refused as refusal:
        return _framable(plain_refusal(refusal))
    return _framable(HttpResponseRedirect(away))


@require_GET
def begin_pick(request: HttpRequest, key: UUID) -> HttpResponse:
    if not request.user.is_authenticated:
        return HttpResponseRedirect("/sign-in")
    rows = Picking.objects.select_related("system", "course__term")
    picking = rows.filter(key=key, person_id=request.user.pk, placed_at=None).first()
    try:
        if picking is None or picking.system.off:
            raise not_found("choice of content")
        return HttpResponseRedirect(begin_picking(actor_of(request), picking))
    except Refused as refusal:
        return plain_refusal(refusal)


def _framable(answer: HttpResponse) -> HttpResponse:
    """It may stand in a frame of our own pages, where the system's work is framed."""
    answer["X-Frame-Options"] = "SAMEORIGIN"
    answer._csp_replace = {"frame-ancestors": ["'self'"]}  # type: ignore[attr-defined]
    return answer
