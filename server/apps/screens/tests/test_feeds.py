"""Calendar feeds and files: behind a secret, with sequences, read back."""

from __future__ import annotations

import re
from datetime import UTC, datetime

import icalendar
from django.test import Client
from tests.base import KEEPS_UP, Caller
from tests.cases import ALLOWED, CHECK_7, SET_7A, TERM, TimeCase

from apps.people.models import Person


class Feeds(TimeCase):
    def events(self, raw: bytes) -> dict[str, icalendar.Event]:
        return {str(e["UID"]): e for e in icalendar.Calendar.from_ical(raw).walk("VEVENT")}

    def test_the_secret_address_gives_ones_own_dates_and_nothing_else(self) -> None:
        address = Caller(ALLOWED).send("POST", "/calendar-feeds", {"slug": "srv-110"}).json()["address"]
        raw = Client().get(address.removeprefix("http://127.0.0.1:8000")).content
        due = self.events(raw)[f"due-{self.item(SET_7A).pk}@unvo"]
        self.assertEqual(due["DTSTART"].dt.astimezone(UTC), datetime(2026, 10, 11, 4, 59, tzinfo=UTC))
        shown = Caller(ALLOWED).get(TERM).json()
        on_map = {e["row"]["id"] for w in shown["weeks"] for d in w["days"] for e in d["entries"]}
        on_map |= {e["row"]["id"] for e in shown["outside"]}
        whole = {u for u in self.events(raw) if re.fullmatch(r"due-\d+@unvo", u)}
        self.assertEqual(whole, {f"due-{i}@unvo" for i in on_map})
        self.assertEqual(len([u for u in self.events(raw) if u.startswith("class-")]), 30)

    def test_an_attempt_under_way_is_said(self) -> None:
        address = Caller(ALLOWED).send("POST", "/calendar-feeds", {"slug": "srv-110"}).json()["address"]
        raw = Client().get(address.removeprefix("http://127.0.0.1:8000")).content
        said = str(self.events(raw)[f"due-{self.item(CHECK_7).pk}@unvo"]["DESCRIPTION"])
        self.assertEqual(said, "Attempt 1 of 2 under way, 4 of 6 answered.\nAbout 35 minutes.")

    def test_guessed_renewed_and_closed_addresses_tell_nothing(self) -> None:
        first = self.student.send("POST", "/calendar-feeds", {"slug": "srv-110"}).json()
        second = self.student.send("POST", "/calendar-feeds", {"slug": "srv-110"}).json()
        path = lambda feed: feed["address"].removeprefix("http://127.0.0.1:8000")  # noqa: E731
        self.assertEqual(Client(raise_request_exception=False).get(path(first)).status_code, 404)
        self.assertEqual(Client().get(path(second)).status_code, 200)
        self.assertEqual(Client().get("/calendar/guess.ics").status_code, 404)
        Person.objects.filter(username=KEEPS_UP).update(is_active=False)
        self.assertEqual(Client().get(path(second)).status_code, 404)
        Person.objects.filter(username=KEEPS_UP).update(is_active=True)
        self.student.send("DELETE", f"/calendar-feeds/{second['id']}")
        self.assertEqual(Client().get(path(second)).status_code, 404)

    def test_a_moved_date_keeps_its_uid_and_raises_its_sequence(self) -> None:
        read = lambda: self.events(self.student.get("/courses/srv-110/calendar.ics").content)  # noqa: E731
        uid, other = f"due-{self.item(SET_7A).pk}@unvo", f"due-{self.item(CHECK_7).pk}@unvo"
        self.assertEqual(read()[uid]["SEQUENCE"], 0)
        self.assertEqual(read()[uid]["SEQUENCE"], 0)
        self.teacher.send("POST", "/courses/srv-110/shift", {"item_ids": [self.item(SET_7A).pk], "days": 1})
        after = read()
        self.assertEqual((after[uid]["SEQUENCE"], after[other]["SEQUENCE"]), (1, 0))

    def test_the_file_has_every_due_moment_of_the_map_and_tasks_on_request(self) -> None:
        raw = self.student.get("/courses/srv-110/calendar.ics?tasks=true").content
        on_map = {
            (f"due-{e['row']['id']}{'-' + e['want']['key'] if e['want'] else ''}@unvo", e["at"])
            for w in self.student.get(TERM).json()["weeks"]
            for d in w["days"]
            for e in d["entries"]
        }
        found = {
            (u, e["DTSTART"].dt.astimezone(UTC).strftime("%Y-%m-%dT%H:%M:%SZ"))
            for u, e in self.events(raw).items()
            if u.startswith("due-")
        }
        self.assertEqual(found, on_map)
        tasks = icalendar.Calendar.from_ical(raw).walk("VTODO")
        self.assertTrue(any("COMPLETED" in t for t in tasks))
