from django.http import FileResponse, HttpResponse
from django.http.response import HttpResponseBase
from ninja import Router

from apps.kernel.public import answer
from apps.people.public import SignedIn
from apps.screens.own_work import page
from apps.screens.own_work import schemas as s

router = Router(tags=["own work"])


@router.get("/own-work", response=s.OwnWork)
def read_own_work(request: SignedIn) -> HttpResponse:
    """All that the reader ever did, whatever became of the course."""
    return answer(page.own_work(request.user.pk))


@router.get("/own-work/{slug}/archive")
def own_archive(request: SignedIn, slug: str) -> HttpResponseBase:
    name, content = page.archive(request.user.pk, slug)
    return FileResponse(content, as_attachment=True, filename=name, content_type="application/zip")
