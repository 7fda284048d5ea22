from typing import Any

from apps.kernel.clock import now
from django.core.management.base import BaseCommand

from demo.seeding import seed


class Command(BaseCommand):
    help = "Seed the demo around today; does nothing when it is there."

    def handle(self, *args: Any, **options: Any) -> None:
        self.stdout.write("Demo data laid out." if seed(now()) else "Demo data is there already.")
