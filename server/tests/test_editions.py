"""Whoever changes a thing says which edition they saw; over a later one nothing is written before both were seen."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from apps.courses.models import Enrolment
from apps.kernel.models import AuditTouch
from apps.layout.models import Module, Part
from apps.people.models import Person

from tests.base import INSTRUCTOR, Caller, DemoCase

COURSE = "/courses/srv-110"
SET_7A = "Set 7A: latitudes and departures"
KEPT_OF_SCHEDULE = (
    *("name", "first_day", "last_day", "first_week_number", "week_start", "zone", "default_due_time", "credits"),
    *("breaks", "patterns", "turnaround_days", "answer_days", "date_order"),
)
Things = dict[str, tuple[Callable[[], int], str, str, Callable[[str], Any]]]
"""What can be changed: its edition as it is read, and a write with a text of one's own."""
RHYTHM = {
    "name": "Weekly",
    "beats": [{"key": "a", "kind": "page", "title": "Notes {n}"}],
    "steps": {"first": 2, "last": 3},
}


class Editions(DemoCase):
    def setUp(self) -> None:
        self.first, self.second = Caller(INSTRUCTOR), Caller(self.colleague().username)

    def colleague(self) -> Person:
        person = Person.objects.create(username="col.league", name="Col League", sort_name="League, Col")
        Enrolment.objects.create(course=self.course, person=person, role=Enrolment.INSTRUCTOR)
        return person

    def sent(self, who: Caller, method: str, path: str, body: Any, edition: int) -> Any:
        headers = {"Idempotency-Key": f"{who.person.pk}-{edition}-{path}-{body}"[:80], "If-Match": f'"{edition}"'}
        call = getattr(who.client, method.lower())
        return call(f"/api{path}", data=body, content_type="application/json", headers=headers)

    def sheet(self) -> Any:
        return self.first.get(f"{COURSE}/weeks/7").json()["modules"][0]

    def rhythm(self) -> Any:
        return self.first.get(f"{COURSE}/rhythms").json()["rhythms"][0]

    def entry(self) -> Any:
        return next(e for e in self.first.get(f"{COURSE}/library").json()["entries"] if e["shelf"] == "people")

    def on_the_path(self) -> Things:
        item = self.item(SET_7A).pk
        module = Module.objects.get(course=self.course, week=7).pk
        part = Part.objects.filter(module_id=module).first()
        assert part is not None
        item_page, choices = f"{COURSE}/items/{item}", f"{COURSE}/conditions/item/{item}"
        return {
            "item": (
                lambda: self.first.get(item_page).json()["row"]["edition"],
                "PUT",
                f"{item_page}/settings",
                lambda text: {"item": {"hint": text}},
            ),
            "moments": (
                lambda: next(r["edition"] for r in self.sheet()["rows"] if r["id"] == item),
                "PUT",
                f"{item_page}/moments",
                lambda text: {"due": f"2026-10-09T1{len(text) % 10}:00"},
            ),
            "module": (
                lambda: self.sheet()["edition"],
                "PATCH",
                f"{COURSE}/modules/{module}",
                lambda text: {"title": text},
            ),
            "part": (
                lambda: next(p["edition"] for p in self.sheet()["parts"] if p["id"] == part.pk),
                "PATCH",
                f"{COURSE}/parts/{part.pk}",
                lambda text: {"title": text},
            ),
            "conditions": (
                lambda: self.first.get(choices).json()["edition"],
                "PUT",
                f"{COURSE}/conditions",
                lambda text: {"kind": "item", "id": item, "of": [{"on": "hand", "opened": "x" in text}]},
            ),
        }

    def beside_it(self) -> Things:
        group = self.first.send("POST", f"{COURSE}/groups", {"name": "Crew", "members": []}).json()["id"]
        self.first.send("POST", f"{COURSE}/rhythms", RHYTHM)
        rhythm, entry = self.rhythm(), self.entry()
        schedule = self.first.get(f"{COURSE}/schedule").json()
        kept = {name: schedule[name] for name in KEPT_OF_SCHEDULE}
        return {
            "schedule": (
                lambda: self.first.get(f"{COURSE}/schedule").json()["edition"],
                "PUT",
                f"{COURSE}/schedule",
                lambda text: {**kept, "name": text},
            ),
            "rhythm": (
                lambda: self.rhythm()["edition"],
                "POST",
                f"{COURSE}/rhythms",
                lambda text: {**rhythm, "name": text},
            ),
            "group": (
                lambda: next(
                    g["edition"] for g in self.first.get(f"{COURSE}/roster").json()["groups"] if g["id"] == group
                ),
                "PUT",
                f"{COURSE}/groups/{group}",
                lambda text: {"name": text, "members": []},
            ),
            "library entry": (
                lambda: self.entry()["edition"],
                "PATCH",
                f"{COURSE}/library/{entry['id']}",
                lambda text: {"title": text},
            ),
        }

    def test_a_save_over_anothers_change_is_refused_with_who_it_was_and_then_kept(self) -> None:
        for thing, (edition, method, path, body) in (self.on_the_path() | self.beside_it()).items():
            with self.subTest(thing):
                seen = edition()
                told = self.sent(self.second, method, path, body("Theirs x"), seen)
                self.assertEqual(told.status_code, 200, told.content[:300])
                self.assertGreater(edition(), seen, "a change raises the edition")
                refused = self.sent(self.first, method, path, body("Mine"), seen)
                self.assertEqual(self.refused(refused, 412, "request.changed_meanwhile")["who"], "Col League")
                now = refused.json()["edition"]
                self.assertEqual(now, edition())
                again = self.sent(self.first, method, path, body("Mine"), now)
                self.assertEqual(again.status_code, 200, again.content[:300])

    def test_what_changes_many_things_raises_the_edition_of_each(self) -> None:
        item = self.item(SET_7A).pk
        seen = self.first.get(f"{COURSE}/items/{item}").json()["row"]["edition"]
        self.second.send("POST", f"{COURSE}/shift", {"item_ids": [item, self.item("Project plan").pk], "days": 1})
        refused = self.sent(self.first, "PUT", f"{COURSE}/items/{item}/settings", {"item": {"hint": "Mine"}}, seen)
        self.refused(refused, 412, "request.changed_meanwhile")

    def test_what_students_do_is_no_edition(self) -> None:
        touched = AuditTouch.objects.count()
        student = Caller("rosalind.tarrow")
        student.get(self.path(SET_7A))
        student.send("PUT", self.path(SET_7A, "/hand-in"), {"text": "My work", "comment": ""})
        self.assertEqual(student.send("POST", self.path(SET_7A, "/hand-in")).status_code, 200)
        self.assertEqual(AuditTouch.objects.count(), touched)

    def test_nothing_different_is_no_change(self) -> None:
        told = self.first.send("PUT", self.path(SET_7A, "/settings"), {"item": {"points": 12, "required": True}})
        self.assertEqual((told.status_code, told.json()["change"]), (200, None))
        self.assertEqual(self.first.get(f"{COURSE}/history").json()["entries"], [])

    def test_an_edition_that_is_no_number_or_that_nothing_asks_for_is_refused(self) -> None:
        item = self.item(SET_7A).pk
        headers = {"Idempotency-Key": "k1", "If-Match": "*"}
        told = self.first.client.patch(
            f"/api{COURSE}/items/{item}", data={"title": "X"}, content_type="application/json", headers=headers
        )
        self.refused(told, 400, "request.edition_unreadable")
        told = self.sent(self.first, "PUT", f"{COURSE}/opened", {"done": True}, 5)
        self.refused(told, 400, "request.edition_unused")
