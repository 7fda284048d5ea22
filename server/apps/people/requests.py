"""A request of somebody who is signed in, as every API operation that asks for a session gets it."""

from django.http import HttpRequest

from apps.people.models import Person


class SignedIn(HttpRequest):
    user: Person
