"""What upper apps may use of people."""

from apps.people.models import Person
from apps.people.requests import SignedIn

__all__ = ["Person", "SignedIn"]
