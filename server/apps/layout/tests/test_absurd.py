"""Dates and figures from beyond any calendar are refused in a sentence."""

from __future__ import annotations

from tests.base import BEHIND
from tests.cases import TimeCase, schedule_in

from apps.people.models import Person

SET_7A, CHECK_7 = "Set 7A: latitudes and departures", "Check 7: traverse computation"

SCHEDULE, TERM = "/courses/srv-110/schedule", "/courses/srv-110/term"


class Absurd(TimeCase):
    """Figures that no calendar holds are refused in a sentence; nothing breaks and nothing is kept."""

    def test_far_dates_and_huge_steps(self) -> None:
        person, item = Person.objects.get(username=BEHIND).pk, self.item(SET_7A).pk
        wish = schedule_in(self.teacher.get(SCHEDULE).json())
        far = {"due": {"on": "class", "number": 1, "minutes": 10**12}}
        for method, path, body in (
            ("POST", "/courses/srv-110/shift", {"item_ids": [item], "days": 10**9}),
            ("PUT", self.path(SET_7A, "/moments"), far),
            ("PUT", SCHEDULE, wish | {"first_day": "0001-01-01"}),
            ("PUT", SCHEDULE, wish | {"credits": "123456"}),
            ("POST", "/courses/srv-110/allowances", {"person_id": person, "extra_attempts": -5}),
            ("POST", "/courses/srv-110/allowances", {"person_id": person, "time_factor": "123456.789"}),
        ):
            with self.subTest(path):
                answer = self.teacher.send(method, path, body)
                self.assertEqual(answer.status_code, 422, answer.content[:200])
                self.assertGreater(len(answer.json()["detail"]), 12)
        self.assertEqual(schedule_in(self.teacher.get(SCHEDULE).json()), wish)
