"""Take the screenshots of docs/screenshots from the demo at the fixed clock."""

from __future__ import annotations

import os
import sys
from pathlib import Path

import django
from django.conf import settings
from django.test.utils import get_runner

OUT = Path(__file__).resolve().parents[2] / "docs" / "screenshots"


def main() -> int:
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings.test")
    os.environ["UNVO_SHOTS"] = str(OUT)
    django.setup()
    OUT.mkdir(parents=True, exist_ok=True)
    return get_runner(settings)(interactive=False, verbosity=0).run_tests(["tools.pictures", "tools.linked_pictures"])


if __name__ == "__main__":
    sys.exit(1 if main() else 0)
