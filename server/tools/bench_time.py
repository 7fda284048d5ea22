"""Time's figures: layouts of a whole class, day plan, repacing, date check. Each with its bar in milliseconds."""

from __future__ import annotations

import statistics
import time
from collections.abc import Callable
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from datetime import time as clock
from fractions import Fraction
from random import Random
from zoneinfo import ZoneInfo

from apps.layout.reading.persons import layout_for
from apps.layout.reading.structure import GivenAllowance, LaidItem, LaidModule, Layout
from unvo_core.check.model import CheckedCourse, CheckedItem, CheckedModule, Prose
from unvo_core.check.run import date_check
from unvo_core.path.done import HandedIn
from unvo_core.path.model import PathItem
from unvo_core.plan.day_plan import Work, day_plan
from unvo_core.schedule.allowances import Allowance, Level
from unvo_core.schedule.calendar import Calendar, calendar_of
from unvo_core.schedule.meetings import Pattern, Slot
from unvo_core.schedule.moments import InWeek, Key, Rule, resolve_all
from unvo_core.schedule.spans import Span
from unvo_core.schedule.term import Term
from unvo_core.terms.repace import Paced, repace

ITEMS, STUDENTS, ALLOWANCES, PAGES = 300, 2000, 200, 200


@dataclass(frozen=True)
class Measured:
    what: str
    milliseconds: float
    bar: float


def measured() -> list[Measured]:
    calendar = _calendar(date(2026, 8, 24), 15, (0, 3))
    rules = _rules()
    return [
        Measured(f"spans of {ITEMS} items for {STUDENTS} students, {ALLOWANCES} allowances", *_class(calendar, rules)),
        Measured("day plan, 6 courses x 60 items", _timed(_plan), 50),
        Measured(f"repace of {ITEMS} items over 30 days", _timed(lambda: _repace(calendar, rules), 5), 1000),
        Measured(f"date check, {ITEMS} items and {PAGES} pages", _timed(lambda: _check(calendar, rules), 5), 1000),
    ]


def _timed(run: Callable[[], object], rounds: int = 20) -> float:
    run()
    times = []
    for _ in range(rounds):
        start = time.perf_counter()
        run()
        times.append((time.perf_counter() - start) * 1000)
    return statistics.median(times)


def _calendar(first: date, weeks: int, days: tuple[int, ...]) -> Calendar:
    term = Term(
        name="t", first_day=first, last_day=first + timedelta(weeks=weeks, days=-1), zone=ZoneInfo("America/Chicago")
    )
    return calendar_of(term, Pattern(tuple(Slot(d, clock(10), clock(11, 15)) for d in days)))


def _rules() -> dict[Key, Rule]:
    found: dict[Key, Rule] = {}
    for n in range(ITEMS):
        week = n * 15 // ITEMS + 1
        found[(n, "opens")] = InWeek(week, 0, clock(0))
        found[(n, "due")] = InWeek(week, n % 7, clock(23, 59))
    return found


def _class(calendar: Calendar, rules: dict[Key, Rule]) -> tuple[float, float]:
    """Every student's spans, from nothing; the bar is a millisecond a student."""
    random = Random(3)
    given = tuple(
        GivenAllowance(
            Allowance(
                id=n,
                level=Level.PERSON,
                item_id=random.choice((None, random.randrange(ITEMS))),
                shift_minutes={"due": 1440 * random.randint(1, 3)},
            ),
            random.randrange(STUDENTS),
            None,
            None,
            "",
        )
        for n in range(ALLOWANCES)
    )

    def run() -> datetime | None:
        instants = resolve_all(rules, calendar).instants
        items = tuple(_item(n, Span(instants[(n, "opens")], None, instants[(n, "due")])) for n in range(ITEMS))
        modules = (LaidModule(1, "m", 1, "1", False, True, (), (), items, {}),)
        laid = Layout(calendar, modules, (), (), rules, allowances=given)
        return max(i.span.due for s in range(STUDENTS) for i in layout_for(laid, s).all[0].items[:1] if i.span.due)

    return _timed(run, 3), STUDENTS


def _item(n: int, span: Span) -> LaidItem:
    return LaidItem(
        id=n,
        module_id=1,
        part_id=None,
        kind="assignment",
        title=str(n),
        required=True,
        published=True,
        practice=False,
        takes_hand_ins=True,
        effort_minutes=60,
        points=10.0,
        possible=Fraction(10),
        done_rule="handed_in",
        done_percent=None,
        done_parts=(),
        moments={},
        conditions={},
        whens=(),
        hint="",
        read_first=(),
        length_seconds=None,
        pages=None,
        address="",
        file_id=None,
        asked_edition=1,
        span=span,
        number=n,
    )


def _plan() -> object:
    random, today = Random(2), date(2026, 10, 7)
    works = [
        Work(
            key=c * 60 + n,
            minutes=random.randint(10, 120),
            release=today + timedelta(days=n),
            due=today + timedelta(days=n + random.randint(1, 9)),
            chain=c * 100 + n // 6,
        )
        for c in range(6)
        for n in range(60)
    ]
    return day_plan(works, today, [240] * 7)


def _repace(calendar: Calendar, rules: dict[Key, Rule]) -> object:
    instants = resolve_all(rules, calendar).instants
    items = [Paced(n, 30 + n % 5 * 20, Span(instants[(n, "opens")], None, instants[(n, "due")])) for n in range(ITEMS)]
    return repace(items, calendar, _calendar(date(2027, 6, 7), 6, (0, 1, 2, 3, 4)))


def _check(calendar: Calendar, rules: dict[Key, Rule]) -> object:
    instants = resolve_all(rules, calendar).instants
    items = tuple(
        CheckedItem(
            path=PathItem(
                id=n,
                module_id=n * 15 // ITEMS,
                done_rule=HandedIn(),
                span=Span(instants[(n, "opens")], None, instants[(n, "due")]),
            ),
            title=str(n),
            kind="assignment",
            points=Fraction(10),
            counts=True,
            minutes=30,
        )
        for n in range(ITEMS)
    )
    text = "Hand in by Friday 9 October. " * 20 + "Read sections 3.2 and 4.1, pages 12 to 40. " * 40
    modules = tuple(CheckedModule(n, str(n), n + 1) for n in range(15))
    proses = tuple(Prose(id=n, title="p", text=text) for n in range(PAGES))
    return date_check(
        CheckedCourse(calendar=calendar, items=items, modules=modules, proses=proses, credits=Fraction(3))
    )
