"""Reads of people."""

from apps.people.models import Person


def demo_people() -> list[Person]:
    return list(Person.objects.exclude(demo_part="").order_by("id"))


def people_by_id(ids: list[int]) -> dict[int, Person]:
    return Person.objects.in_bulk(ids)
