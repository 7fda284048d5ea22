from typing import Any

from apps.people.public import Person
from django.core.management.base import BaseCommand


class Command(BaseCommand):
    help = "The addresses of those who administer this place, one a line."

    def handle(self, *args: Any, **options: Any) -> None:
        for email in Person.objects.filter(administers=True, is_active=True).values_list("email", flat=True):
            self.stdout.write(email)
