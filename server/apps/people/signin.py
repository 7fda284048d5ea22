"""Sign-in: people come by roster, not by signing up themselves."""

from allauth.account.adapter import DefaultAccountAdapter
from django.http import HttpRequest


class ClosedDoor(DefaultAccountAdapter):  # type: ignore[misc]
    def is_open_for_signup(self, request: HttpRequest) -> bool:
        return False
