from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from apps.kernel.public import actor_of, write
from apps.people.actions.set_profile import set_profile
from apps.people.api.schemas import DemoPerson, Me, MeIn
from apps.people.demo import DEMO_PASSWORD
from apps.people.models import Person
from apps.people.queries import demo_people
from apps.people.requests import SignedIn

router = Router(tags=["people"])


@router.get("/me", response=Me)
def me(request: SignedIn) -> Me:
    by = getattr(request, "acted_by", None)
    return _me(request.user, by.name if by else "")


def _me(person: Person, acted_by: str = "") -> Me:
    return Me(
        id=person.pk,
        name=person.name,
        email=person.email,
        sort_name=person.sort_name,
        zone=person.zone,
        budget_minutes=person.budget_minutes,
        demo=settings.DEMO,
        makes_courses=person.makes_courses or person.administers,
        administers=person.administers,
        acted_by=acted_by,
    )


@router.patch("/me", response=Me)
@write
def edit_me(request: SignedIn, payload: MeIn) -> Me:
    """One's own name, how it is sorted, time zone and language; what is left out stays."""
    return _me(set_profile(actor_of(request), **payload.model_dump(exclude_none=True)))


@router.get("/sign-in/demo-people", response=list[DemoPerson], auth=None)
def sign_in_people(request: HttpRequest) -> list[DemoPerson]:
    """Whom to sign in as, in demo mode only; empty anywhere else."""
    if not settings.DEMO:
        return []
    return [
        DemoPerson(username=p.username, name=p.name, part=p.demo_part, password=DEMO_PASSWORD) for p in demo_people()
    ]
