"""Reads of people."""

from apps.people.models import Person


def demo_people() -> list[Person]:
    return list(Person.objects.exclude(demo_part="").order_by("id"))
