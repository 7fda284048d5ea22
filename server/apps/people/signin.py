"""Sign-in: people come by roster, not by signing up themselves. Guessing is slowed down without locking anybody out."""

from typing import Any

from allauth.account.adapter import DefaultAccountAdapter
from django.db.models import Q
from django.http import HttpRequest

from apps.people.models import Person


class ClosedDoor(DefaultAccountAdapter):  # type: ignore[misc]
    def is_open_for_signup(self, request: HttpRequest) -> bool:
        return False

    def _get_login_attempts_cache_key(self, request: HttpRequest, **credentials: Any) -> str:
        """Wrong passwords are counted by person and address together: who guesses from elsewhere locks nobody out of
        their own, and a name and its e-mail address are one person."""
        login = str(credentials.get("email") or credentials.get("username") or "").lower()
        known = Person.objects.filter(Q(username__iexact=login) | Q(email__iexact=login)).values_list("pk", flat=True)
        return f"{known.first() or login}:{self.get_client_ip(request)}"
