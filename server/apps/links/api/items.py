"""Items that are worked in a linked system."""

from django.http import HttpResponse
from ninja import Router
from unvo_core.links.variables import read_custom

from apps.courses.public import can_teach, course_by_slug
from apps.kernel.public import actor_of, answer, require, write
from apps.layout.public import Changed, changed
from apps.links.actions.fetch_now import fetch_now
from apps.links.actions.hear_return import SentBack, hear_asked, hear_return, sent_back
from apps.links.actions.link_item import LinkWish, link_item
from apps.links.actions.resend_dates import resend_dates
from apps.links.actions.settle_report import settle_report
from apps.links.actions.settle_section import settle_section
from apps.links.api import schemas as s
from apps.links.pages.items import item_link, placement_in, reports_page
from apps.path.public import enter, laid_for, opened_for, own_progress
from apps.people.public import SignedIn

router = Router(tags=["links"])
ITEM = "/courses/{slug}/items/{item_id}/link"


@router.get(ITEM, response=s.ItemLink)
def read_item_link(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    return answer(_link(request, slug, item_id))


def _link(request: SignedIn, slug: str, item_id: int) -> s.ItemLink:
    course, reader = enter(request, slug)
    if reader.member.teaches:
        known = own_progress(course, laid_for(course, reader), reader)
    else:
        known = opened_for(course, item_id, reader)
    return item_link(actor_of(request), course, item_id, reader, known)


@router.put(ITEM, response=Changed)
@write
def edit_item_link(request: SignedIn, slug: str, item_id: int, payload: s.LinkIn) -> Changed:
    wish = LinkWish(
        system=payload.system, address=payload.address, custom=read_custom(payload.custom), framed=payload.framed
    )
    return changed(link_item(actor_of(request), course_by_slug(slug), item_id, wish), slug)


@router.get(ITEM + "/reports", response=s.LinkReports)
def read_link_reports(request: SignedIn, slug: str, item_id: int) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(reports_page(course, item_id, reader.member))


@router.put(ITEM + "/reports/{person_id}", response=s.LinkReports)
@write
def settle_link_report(
    request: SignedIn, slug: str, item_id: int, person_id: int, payload: s.SettleIn
) -> s.LinkReports:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    settle_report(actor_of(request), course, item_id, person_id, payload.take)
    return reports_page(course_by_slug(slug), item_id, reader.member)


@router.post(ITEM + "/fetch", response=s.LinkReports)
@write
def fetch_item_link(request: SignedIn, slug: str, item_id: int) -> s.LinkReports:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    fetch_now(actor_of(request), course, placement_in(course, item_id).system)
    return reports_page(course, item_id, reader.member)


@router.post(ITEM + "/dates", response=s.ItemLink)
@write
def resend_link_dates(request: SignedIn, slug: str, item_id: int) -> s.ItemLink:
    """The course's due moment stands; the system is told."""
    resend_dates(actor_of(request), course_by_slug(slug), item_id)
    return _link(request, slug, item_id)


@router.post(ITEM + "/section", response=s.ItemLink)
@write
def settle_link_section(request: SignedIn, slug: str, item_id: int) -> s.ItemLink:
    """The reader belongs where they are here."""
    settle_section(actor_of(request), course_by_slug(slug), item_id)
    return _link(request, slug, item_id)


@router.post(ITEM + "/told", response=s.ItemLink)
def hear_link_return(request: SignedIn, slug: str, item_id: int, payload: s.ToldIn) -> s.ItemLink:
    """What the system sent along when it sent the reader back."""
    sent = sent_back(actor_of(request), course_by_slug(slug), item_id, payload.token)
    kept: s.ItemLink = _keep_told(request, slug, item_id, sent)
    return kept


@write
def _keep_told(request: SignedIn, slug: str, item_id: int, sent: SentBack) -> s.ItemLink:
    hear_return(actor_of(request), course_by_slug(slug), sent)
    return _link(request, slug, item_id)


@router.post(ITEM + "/asked", response=s.LinkTicket)
def hear_link_asked(request: SignedIn, slug: str, item_id: int, payload: s.ToldIn) -> s.LinkTicket:
    """The reader came back to ask about a problem there."""
    sent = sent_back(actor_of(request), course_by_slug(slug), item_id, payload.token)
    kept: s.LinkTicket = _keep_asked(request, slug, item_id, sent)
    return kept


@write
def _keep_asked(request: SignedIn, slug: str, item_id: int, sent: SentBack) -> s.LinkTicket:
    return s.LinkTicket(ticket=hear_asked(actor_of(request), course_by_slug(slug), item_id, sent))
