from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError
from django.db import connection

from config.keeping import applied, newer

ONE_AT_A_TIME = 0x756E7670
"""The lock under which one of several machines brings the database up to date, while the others wait."""


class Command(BaseCommand):
    help = "Bring the database up to this version and lay out static files: what a start needs, in one process."

    def handle(self, *args: Any, **options: Any) -> None:
        with connection.cursor() as cursor:
            cursor.execute("SELECT pg_advisory_lock(%s)", [ONE_AT_A_TIME])
        try:
            later = newer(applied())
            if later:
                raise CommandError(
                    "This database was brought up to date by a newer Unvo, which this one can't read."
                    f" Start that version, or restore a backup of this one. (It has {', '.join(sorted(later)[:3])}.)"
                )
            call_command("migrate", interactive=False, verbosity=0)
        finally:
            with connection.cursor() as cursor:
                cursor.execute("SELECT pg_advisory_unlock(%s)", [ONE_AT_A_TIME])
        call_command("collectstatic", interactive=False, verbosity=0)
