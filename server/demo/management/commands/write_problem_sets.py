from typing import Any

from django.core.management import BaseCommand

from demo.problem_sets import write_problem_sets


class Command(BaseCommand):
    help = "Writes the stand-in homework system's problem sets anew from the questions of the demo."

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write(f"{write_problem_sets()} sets are written.")
