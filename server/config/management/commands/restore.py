from pathlib import Path
from typing import Any

from apps.courses.public import Course
from apps.people.public import Person
from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import connection

from config.keeping import look_at, put_back


class Command(BaseCommand):
    help = "Put a backup into this place. Nothing is touched before it has been read from end to end."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("file")
        parser.add_argument("--replace", action="store_true")

    def handle(self, *args: Any, **options: Any) -> None:
        file = Path(options["file"])
        held = look_at(file)
        people = _people()
        if people and not options["replace"]:
            raise CommandError(
                f"{people} people are in this place. With --replace the backup takes its place;"
                " what is here is kept in a backup of its own first."
            )
        if people:
            call_command("backup", to=str(Path(settings.BACKUPS) / "before-restoring"), keep=0, stdout=self.stdout)
        put_back(file)
        call_command("migrate", interactive=False, verbosity=0)
        self.stdout.write(
            f"Restored from {held.made[:16].replace('T', ' ')} UTC: {Person.objects.count()} people,"
            f" {Course.objects.count()} courses, {held.files} files. Start Unvo, and look at them."
        )


def _people() -> int:
    return Person.objects.count() if Person._meta.db_table in connection.introspection.table_names() else 0
