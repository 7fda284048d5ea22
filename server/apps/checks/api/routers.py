from django.http import HttpResponse
from ninja import Router

from apps.checks.actions.fix_finding import fix_findings
from apps.checks.actions.waive import waive
from apps.checks.api import schemas as s
from apps.checks.check_page import date_check
from apps.courses.public import can_teach, course_by_slug
from apps.kernel.public import actor_of, answer, require, write
from apps.path.public import enter
from apps.people.public import SignedIn

router = Router(tags=["checks"])


@router.get("/courses/{slug}/date-check", response=s.DateCheck)
def read_date_check(request: SignedIn, slug: str) -> HttpResponse:
    course, reader = enter(request, slug)
    require(can_teach(reader.member))
    return answer(date_check(course))


@router.post("/courses/{slug}/date-check/fix", response=s.DateCheck)
@write
def fix(request: SignedIn, slug: str, payload: s.FixIn) -> s.DateCheck:
    change = fix_findings(actor_of(request), course_by_slug(slug), payload.keys)
    return date_check(course_by_slug(slug), change.pk if change.reversible else None)


@router.post("/courses/{slug}/date-check/waive", response=s.DateCheck)
@write
def waive_finding(request: SignedIn, slug: str, payload: s.WaiveIn) -> s.DateCheck:
    course = course_by_slug(slug)
    waive(actor_of(request), course, payload.key, payload.waived)
    return date_check(course)
