#!/usr/bin/env python3
"""Django's command line, with the core on the path."""

import os
import sys
from pathlib import Path

HERE = Path(__file__).resolve().parent


def main() -> None:
    sys.path[:0] = [str(HERE), str(HERE.parent / "core")]
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings.production")
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)


if __name__ == "__main__":
    main()
