"""The activities, of which the desk, Today and the week ask what waits."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Sequence
from datetime import datetime

from apps.assignments.public import waiting_of_class, work_waiting
from apps.checks.public import conflicts_waiting
from apps.courses.public import Course, Seats, WaitingRow
from apps.layout.public import layout
from apps.library.public import reports_waiting
from apps.links.public import systems_waiting
from apps.live.public import absences_waiting
from apps.messages.public import questions_waiting
from apps.quizzes.public import quizzes_of_class, quizzes_waiting
from apps.talk.public import talk_of_class, talk_waiting

DeskSource = Callable[[Seats, datetime], list[WaitingRow]]
"""Constant in queries, whatever the number of courses."""
ON_THE_DESK: tuple[DeskSource, ...] = (
    absences_waiting,
    questions_waiting,
    work_waiting,
    quizzes_waiting,
    talk_waiting,
    reports_waiting,
    systems_waiting,
    conflicts_waiting,
)
"""Each app knows what waits in its own rooms; nothing is kept twice."""


def waiting_work(
    course: Course, item_ids: Sequence[int], section_ids: Sequence[int] | None, now: datetime
) -> dict[int, int]:
    """How many students' latest work waits for a score, by item; of these sections, or of all."""
    # Looked for in what was found: within each query of many joins they would be asked for once more.
    own = layout(course).sections.items()
    people = frozenset(who for who, section in own if section_ids is None or section in section_ids)
    waiting = Counter(waiting_of_class(course, item_ids, people))
    waiting.update(quizzes_of_class(course, item_ids, people))
    waiting.update(talk_of_class(course, item_ids, people, now))
    return waiting
