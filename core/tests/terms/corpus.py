"""Tables as people keep them, each with what it must become. The files say what habit they show; below the second
line of dashes stands, row by row: week and day | topics | readings 'r' and work 'd', with its day and time."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path

from unvo_core.formats.cells import cells_of
from unvo_core.schedule.calendar import Calendar
from unvo_core.terms.schedule_table import ScheduleTable, TableItem, read_table

from core.tests.schedule.terms import autumn, spring

TABLES = Path(__file__).parent / "schedules"


@dataclass(frozen=True)
class Sample:
    name: str
    calendar: Calendar
    setup: str
    text: str
    wanted: tuple[str, ...]

    def read(self) -> ScheduleTable:
        setup = "day_first" if self.setup == "day_first" else "month_first"
        return read_table(cells_of(self.text), self.calendar, setup)


def samples() -> list[Sample]:
    return [_sample(path) for path in sorted(TABLES.glob("*.txt"))]


def _sample(path: Path) -> Sample:
    head, text, wanted = path.read_text().split("\n---\n")
    meta = dict(line.split(": ", 1) for line in head.splitlines() if not line.startswith("#"))
    calendar = {"autumn": autumn, "spring": spring}[meta["term"]]()
    return Sample(path.stem, calendar, meta.get("setup", "month_first"), text, tuple(_lines(wanted)))


def _lines(text: str) -> list[str]:
    return [" ".join(line.split()) for line in text.splitlines() if line.strip()]


def told(table: ScheduleTable, wanted: tuple[str, ...]) -> tuple[str, ...]:
    """What a table became, in the words of the files; order and what was left out only where they are asked for."""
    found = []
    if any(w.startswith("order:") for w in wanted):
        found.append(f"order: {table.evidence.order}")
    for row in table.rows:
        if row.left_out:
            continue
        at = f"{row.week} {row.day.isoformat()}" if row.day else f"{row.week}"
        found.append(" ".join(f"{at} | {'; '.join(row.topics)} | {' / '.join(map(_item, row.items))}".split()))
    left = [str(row.line) for row in table.rows if row.left_out]
    if any(w.startswith("left out:") for w in wanted):
        found.append(f"left out: {', '.join(left)}")
    asked = [w for w in wanted if w.startswith("said:")]
    codes = {f"said: {p.path.split('.')[0]} {p.code}" for p in table.problems}
    return tuple(found + [w for w in asked if w in codes])


def _item(item: TableItem) -> str:
    if item.kind == "page":
        return f"r {item.title}"
    when = " ".join([*([item.day.isoformat()] if item.day else []), *([item.at.strftime("%H:%M")] if item.at else [])])
    return f"d {item.title} @ {when}" if when else f"d {item.title}"
