"""What upper apps may use of people."""

from apps.people.actions.set_budget import note_today_seen, set_budget
from apps.people.models import Person
from apps.people.requests import SignedIn

__all__ = [
    "Person",
    "SignedIn",
    "note_today_seen",
    "set_budget",
]
