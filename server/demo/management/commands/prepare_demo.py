from typing import Any

from django.core.management import call_command
from django.core.management.base import BaseCommand


class Command(BaseCommand):
    help = "Migrate, seed, collect static files: all that a start needs, in one process."

    def handle(self, *args: Any, **options: Any) -> None:
        call_command("migrate", interactive=False, verbosity=0)
        call_command("seed_demo")
        call_command("collectstatic", interactive=False, verbosity=0)
