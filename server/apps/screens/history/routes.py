from datetime import date

from django.http import HttpResponse
from ninja import Router

from apps.courses.public import can_lay_out, course_by_slug
from apps.kernel.public import actor_of, answer, require, write
from apps.layout.public import Changed, changed
from apps.path.public import enter
from apps.people.public import SignedIn
from apps.screens.history import schemas as s
from apps.screens.history.page import Wanted, history
from apps.screens.removing import set_back

router = Router(tags=["history"])


@router.get("/courses/{slug}/history", response=s.History)
def course_history(
    request: SignedIn,
    slug: str,
    sort: s.Sort = "",
    who: int | None = None,
    item: int | None = None,
    since: date | None = None,
    until: date | None = None,
    before: int | None = None,
) -> HttpResponse:
    """What was changed in a course, by whom and when, from what to what; the latest first."""
    course, reader = enter(request, slug)
    require(can_lay_out(reader.member))
    return answer(history(course, Wanted(sort, who, item, since, until, before), reader.now))


@router.post("/courses/{slug}/changes/{change_id}/undo", response=Changed)
@write
def undo(request: SignedIn, slug: str, change_id: int, with_work: bool = False) -> Changed:
    """Set a change back, unless something of it was changed since. `with_work`: also where people's work goes along."""
    return changed(set_back(actor_of(request), course_by_slug(slug), change_id, with_work), slug)
