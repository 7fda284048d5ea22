import json
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandParser

from config.api import api


def schema_text() -> str:
    """The OpenAPI description as it is frozen in server/tests/openapi.json."""
    return json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=1, sort_keys=True) + "\n"


class Command(BaseCommand):
    help = "Write the OpenAPI description."

    def add_arguments(self, parser: CommandParser) -> None:
        parser.add_argument("--out", required=True)

    def handle(self, *args: Any, **options: Any) -> None:
        Path(options["out"]).write_text(schema_text())
