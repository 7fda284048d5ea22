import os
from datetime import datetime
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.template.defaultfilters import filesizeformat

from config.keeping import back_up

NAMED = "unvo-*.tar"


class Command(BaseCommand):
    help = "Write the database and all files into one file, also while Unvo runs."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--to", default="")
        parser.add_argument("--keep", type=int, default=0)

    def handle(self, *args: Any, **options: Any) -> None:
        to = Path(options["to"] or settings.BACKUPS)
        if to.suffix != ".tar":
            to = to / f"unvo-{datetime.now():%Y-%m-%d-%H%M%S}.tar"
        try:
            to.parent.mkdir(parents=True, exist_ok=True)
            held = back_up(to)
        except OSError as error:
            raise CommandError(f"{to} can't be written: {error.strerror}.") from None
        size = filesizeformat(to.stat().st_size)
        self.stdout.write(f"{to}: the database and {held.files} files, {size}. Keep a copy on another machine.")
        if options["keep"] > 0:
            for old in sorted(to.parent.glob(NAMED), key=os.path.getmtime)[: -options["keep"]]:
                old.unlink()
                self.stdout.write(f"removed {old.name}")
