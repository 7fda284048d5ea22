"""The stand-in's own programs: `prepare`, `serve`, and Django's."""

import os
import sys
from pathlib import Path

sys.path.insert(0, str(Path(__file__).resolve().parents[2] / "core"))
os.environ["DJANGO_SETTINGS_MODULE"] = "homework.settings"

if __name__ == "__main__":
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
