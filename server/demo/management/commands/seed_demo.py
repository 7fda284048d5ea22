import os
from pathlib import Path
from typing import Any

from apps.kernel.clock import now
from django.core.management.base import BaseCommand

from demo.homework_told import write_told
from demo.linked import move_homework
from demo.seeding import seed


class Command(BaseCommand):
    help = "Seed the demo around today; does nothing when it is there."

    def handle(self, *args: Any, **options: Any) -> None:
        homework = os.environ.get("UNVO_HOMEWORK", "")
        self.stdout.write("Demo data laid out." if seed(now(), homework=homework) else "Demo data is there already.")
        if homework:
            move_homework(homework)
            write_told(Path(os.environ["UNVO_HOMEWORK_TOLD"]))
