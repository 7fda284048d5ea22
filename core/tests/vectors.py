"""The check values that stand as JSON in vectors/."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

HOME = Path(__file__).resolve().parents[2] / "vectors"


def vector(name: str) -> Any:
    return json.loads((HOME / f"{name}.json").read_text())
