"""What upper apps may use of people."""

from apps.people.models import Person
from apps.people.queries import people_by_id

__all__ = ["Person", "people_by_id"]
