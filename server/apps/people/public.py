"""What upper apps may use of people."""

from apps.people.actions.make_people import Newcomer, make_people, people_by_address
from apps.people.actions.set_budget import note_today_seen, set_budget
from apps.people.models import Person
from apps.people.policies import can_administer, can_make_courses
from apps.people.requests import SignedIn
from apps.people.signin import ClosedDoor

__all__ = [
    "ClosedDoor",
    "Newcomer",
    "Person",
    "SignedIn",
    "can_administer",
    "can_make_courses",
    "make_people",
    "note_today_seen",
    "people_by_address",
    "set_budget",
]
