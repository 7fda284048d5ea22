from django.http import HttpResponse
from ninja import Router

from apps.kernel.public import pdf_answer
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.paper import page as papers

router = Router(tags=["paper"])


@router.get("/courses/{slug}/print/term")
def print_term(request: SignedIn, slug: str) -> HttpResponse:
    """The term's schedule as PDF."""
    course, reader = enter(request, slug)
    return pdf_answer(papers.term_schedule(course, reader, request.user.name), f"{course.slug}-term.pdf")


@router.get("/courses/{slug}/print/weeks/{key}")
def print_week(request: SignedIn, slug: str, key: str) -> HttpResponse:
    """A week's checklist as PDF."""
    course, reader = enter(request, slug)
    return pdf_answer(papers.week_checklist(course, key, reader, request.user.name), f"{course.slug}-week-{key}.pdf")
