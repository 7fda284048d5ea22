"""How long work takes and when it must be started."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from math import ceil

READING_WORDS_PER_MINUTE = 238
"""Silent reading of non-fiction: Brysbaert 2019, J. Memory and Language 109 (value from memory)."""

DEFAULT_BUDGET_MINUTES = 90
DEFAULT_MINUTES_A_QUESTION = 3
LONGEST_LOOKBACK_DAYS = 120


def reading_minutes(words: int) -> int:
    """Minutes to read `words` words, at least one when there is a word."""
    return ceil(words / READING_WORDS_PER_MINUTE) if words > 0 else 0


def estimated_minutes(
    words: int = 0, media_seconds: int = 0, questions: int = 0, minutes_a_question: int = DEFAULT_MINUTES_A_QUESTION
) -> int:
    """Minutes for an item nobody gave minutes to: its text read, its media heard, its questions answered."""
    return reading_minutes(words) + ceil(media_seconds / 60) + questions * minutes_a_question


@dataclass(frozen=True, slots=True)
class Task:
    """Work of `effort_minutes` that must be finished by `due`, a wall time in the course's zone."""

    key: int
    effort_minutes: int
    due: datetime


def latest_starts(tasks: Sequence[Task], budget_minutes: Sequence[int]) -> dict[int, date]:
    """The latest day on which each task must be started, `tasks` in path order.

    `budget_minutes` holds seven figures, Monday first. Tasks are laid out from the last one
    backwards, each as late as its deadline and the tasks after it on the path allow, so that all
    of them fit. The due day offers no more minutes than have passed of it by the deadline. A
    person without any budget starts on the due day.
    """
    if len(budget_minutes) != 7:
        raise ValueError("a budget has seven weekdays")
    left: dict[date, int] = {}
    starts: dict[int, date] = {}
    following: date | None = None
    for task in reversed(tasks):
        day = task.due.date() if following is None else min(task.due.date(), following)
        if any(budget_minutes):
            day = _fill(task, day, left, budget_minutes)
        starts[task.key] = following = day
    return starts


def _fill(task: Task, last: date, left: dict[date, int], budget_minutes: Sequence[int]) -> date:
    """Take the task's minutes from `left`, from `last` backwards; the day on which it begins."""
    wanted, day = task.effort_minutes, last
    for back in range(LONGEST_LOOKBACK_DAYS):
        day = last - timedelta(days=back)
        free = left.setdefault(day, budget_minutes[day.weekday()])
        if day == task.due.date():
            free = min(free, task.due.hour * 60 + task.due.minute)
        taken = min(free, wanted)
        left[day] -= taken
        wanted -= taken
        if wanted == 0:
            break
    return day
