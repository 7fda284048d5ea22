import json
from typing import Any

from django.core.management.base import BaseCommand

from config.examining import found


class Command(BaseCommand):
    help = "What the server sees of its place, as a line of JSON each: what, what to do, whether it runs without."

    def handle(self, *args: Any, **options: Any) -> None:
        for one in found():
            self.stdout.write(json.dumps(vars(one)))
