"""Official grades, and results for a record system."""

from typing import Literal
from zoneinfo import ZoneInfo

from django.http import HttpResponse
from django.utils.translation import gettext as _
from ninja import Router

from apps.courses.public import Course, Membership, Section, can_lay_out, course_by_slug, membership
from apps.gradebook.public import freeze_grades
from apps.kernel.public import actor_of, answer, not_found, now, require, spreadsheet, write
from apps.people.public import SignedIn
from apps.screens.official import page
from apps.screens.official import schemas as s
from apps.screens.official.oneroster import one_roster

router = Router(tags=["gradebook"])
AT = "/courses/{slug}/official-grades"


def _led(request: SignedIn, slug: str) -> tuple[Course, Membership]:
    course = course_by_slug(slug)
    member = membership(actor_of(request), course)
    require(can_lay_out(member))
    return course, member


@router.get(AT, response=s.OfficialPage)
def read_official_grades(request: SignedIn, slug: str) -> HttpResponse:
    return answer(page.official_page(*_led(request, slug), now()))


@router.post(AT, response=s.Frozen)
@write
def freeze_official_grades(request: SignedIn, slug: str, payload: s.FreezeIn) -> s.Frozen:
    course, _member = _led(request, slug)
    section = None
    if payload.section_id is not None:
        section = Section.objects.filter(course=course, pk=payload.section_id).first()
        if section is None:
            raise not_found("section")
    grades = page.grades_now(course, payload.section_id, now())
    made = freeze_grades(actor_of(request), course, section, payload.period, grades)
    return s.Frozen(id=made.pk, at=made.at)


@router.get(AT + "/{official_id}", response=s.OfficialSheet)
def read_official_sheet(request: SignedIn, slug: str, official_id: int) -> HttpResponse:
    return answer(page.official_sheet(_led(request, slug)[0], official_id, now()))


@router.get(AT + "/{official_id}/table")
def official_table(
    request: SignedIn, slug: str, official_id: int, form: Literal["csv", "xlsx"] = "xlsx"
) -> HttpResponse:
    course, _member = _led(request, slug)
    kept = page.official_row(course, official_id)
    day = kept.at.astimezone(ZoneInfo(course.zone)).date().isoformat()
    name = _("%(course)s, official grades of %(day)s") % {"course": course.code, "day": day}
    return spreadsheet(page.official_table(kept, day), name, form)


@router.get("/courses/{slug}/gradebook/oneroster")
def one_roster_results(request: SignedIn, slug: str) -> HttpResponse:
    """Line items and results as OneRoster CSV, in one ZIP."""
    course, member = _led(request, slug)
    return one_roster(course, member, now())
