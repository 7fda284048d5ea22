"""The stand-in homework system's sets, from the questions of the surveying banks: written once into its folder, so that
it needs nothing of ours when it runs. `python manage.py write_problem_sets`."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from apps.questions.actions.keep_question import checked
from apps.questions.bodies import BODY, body_json

from demo.banks import SURVEYING
from demo.content.questions import Posed
from demo.content.weeks import PLAN

AT = Path(__file__).resolve().parents[2] / "standin" / "homework" / "sets" / "content" / "sets.json"
BANKS = {
    1: "Field notes and units",
    2: "Taping and corrections",
    3: "Levelling",
    4: "Level loops",
    5: "Angles",
    6: "Bearings",
    7: "Traverse computation",
    10: "Contours",
    11: "Curves",
    12: "Setting out",
    13: "Errors and weights",
    14: "Project",
}
"""By week; the others are put together of several."""
ADJUSTED = "Adjustment and areas"
OF_ADJUSTMENT = ("Compass rule", "After the compass rule", "Sum of interior angles")
REVIEWED = (("Taping and corrections", "Levelling", "Angles"), ("Bearings", "Traverse computation", "Curves"))
KINDS = ("number", "angle", "choice", "ordering", "formula", "words")
"""What the stand-in has a form for."""


def problem_sets() -> list[dict[str, Any]]:
    found = []
    for plan in PLAN:
        for letter, title, posed in zip("AB", plan.sets, _halves(plan.number), strict=True):
            key = f"{plan.number}{letter}"
            problems = [
                {"name": name, "body": body_json(checked(BODY.validate_python(body)))} for name, _, body in posed
            ]
            found.append({"key": key.lower(), "title": f"Set {key}: {title}", "problems": problems})
    return found


def _halves(week: int) -> tuple[list[Posed], list[Posed]]:
    if week == 15:
        first, second = ([_fitting(name)[0] for name in names] for names in REVIEWED)
        return first, second
    if week in (8, 9):
        adjusted = _fitting(ADJUSTED)
        chosen = [one for one in adjusted if (one[0] in OF_ADJUSTMENT) == (week == 8)]
    else:
        chosen = _fitting(BANKS[week])
    middle = (len(chosen) + 1) // 2
    return chosen[:middle], chosen[middle:]


def _fitting(bank: str) -> list[Posed]:
    """Questions with one answer, of a kind that the stand-in can ask for."""
    return [
        one for one in SURVEYING[bank] if len(one[2]["fields"]) == 1 and one[2]["fields"][0]["asked"]["kind"] in KINDS
    ]


def write_problem_sets() -> int:
    sets = problem_sets()
    AT.write_text(json.dumps(sets, ensure_ascii=False, indent=1) + "\n")
    return len(sets)
