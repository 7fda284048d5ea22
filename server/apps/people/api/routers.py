from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from apps.people.api.schemas import DemoPerson, Me
from apps.people.demo import DEMO_PASSWORD
from apps.people.queries import demo_people
from apps.people.requests import SignedIn

router = Router(tags=["people"])


@router.get("/me", response=Me)
def me(request: SignedIn) -> Me:
    person = request.user
    return Me(
        id=person.pk,
        name=person.name,
        email=person.email,
        zone=person.zone,
        demo=settings.DEMO,
        makes_courses=person.makes_courses or person.administers,
        administers=person.administers,
    )


@router.get("/sign-in/demo-people", response=list[DemoPerson], auth=None)
def sign_in_people(request: HttpRequest) -> list[DemoPerson]:
    """Whom to sign in as, in demo mode only; empty anywhere else."""
    if not settings.DEMO:
        return []
    return [
        DemoPerson(username=p.username, name=p.name, part=p.demo_part, password=DEMO_PASSWORD) for p in demo_people()
    ]
