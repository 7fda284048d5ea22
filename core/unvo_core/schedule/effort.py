"""How long work takes and when it must be started."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, datetime, timedelta
from math import ceil

READING_WORDS_PER_MINUTE = 238
"""Silent reading of non-fiction: Brysbaert 2019, J. Memory and Language 109 (value from memory)."""

DEFAULT_BUDGET_MINUTES = 90
LONGEST_LOOKBACK_DAYS = 120


def reading_minutes(words: int) -> int:
    """Minutes to read `words` words, at least one when there is a word."""
    return ceil(words / READING_WORDS_PER_MINUTE) if words > 0 else 0


def start_day(due: datetime, effort_minutes: int, budget_minutes: Sequence[int]) -> date:
    """The latest day from which the effort still fits before `due`, at the budget of each weekday.

    `budget_minutes` holds seven figures, Monday first. The due day itself offers no more minutes
    than have passed of it by the deadline. A person without any budget starts on the due day.
    """
    if len(budget_minutes) != 7:
        raise ValueError("a budget has seven weekdays")
    day = due.date()
    left = effort_minutes - min(budget_minutes[day.weekday()], due.hour * 60 + due.minute)
    if not any(budget_minutes):
        return day
    for _ in range(LONGEST_LOOKBACK_DAYS):
        if left <= 0:
            break
        day -= timedelta(days=1)
        left -= budget_minutes[day.weekday()]
    return day
