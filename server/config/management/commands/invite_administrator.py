"""The first administrator of a new place: printed once is the link by which they set their password."""

from typing import Any

from apps.joining.public import make_link
from apps.kernel.public import SYSTEM, record
from apps.people.public import Newcomer, Person, make_people
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import transaction
from unvo_core.people.people_table import ADDRESS, named


class Command(BaseCommand):
    help = "Make somebody an administrator and print the link by which they set a password. It works once, for 21 days."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("email")
        parser.add_argument("--name", default="")

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        email = options["email"].strip().lower()
        if not ADDRESS.fullmatch(email):
            raise CommandError(f"{email} is no e-mail address. Give one like ada@college.example.")
        name, sort_name = named(options["name"].strip())
        person = make_people(SYSTEM, [Newcomer(name, sort_name, email)])[email]
        Person.objects.filter(pk=person.pk).update(administers=True, is_active=True)
        record(SYSTEM, "person.rights", ("person", person.pk), after={"administers": True})
        if person.has_usable_password():
            self.stdout.write(f"{person.name} has a password already and is an administrator now.")
            return
        self.stdout.write(f"{person.name} is an administrator. Set a password at this address; it is shown only now:")
        self.stdout.write(make_link(person))
