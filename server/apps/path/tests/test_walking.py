"""The walk-through as a made-up student: nothing of it is kept."""

from __future__ import annotations

import json
from typing import Any

from tests.cases import OrientationCase

from apps.courses.models import Group, Section
from apps.kernel.models import AuditRecord
from apps.library.models import TourSeen
from apps.live.models import Absence
from apps.path.models import Fact

READING, CHECK = "Latitudes and departures", "Check 7: traverse computation"

COURSE = "/courses/srv-110"


class WalkThrough(OrientationCase):
    def walk(self, path: str, section: int | None = None, groups: tuple[int, ...] = (), **doings: str) -> Any:
        said = {"section": section, "groups": list(groups), "allowances": True}
        said["doings"] = {key.removeprefix("i"): letters for key, letters in doings.items()}
        return self.teacher.client.get(f"/api{path}", headers={"As-Student": json.dumps(said)})

    def test_it_sees_what_a_new_student_would_and_locks_hold(self) -> None:
        ribbon = self.walk(f"{COURSE}/ribbon").json()
        self.assertEqual((ribbon["role"], ribbon["walking"]), ("student", True))
        week = self.walk(f"{COURSE}/weeks/7").json()
        self.assertEqual((week["done"], week["teaching"]), (0, False))
        self.refused(self.walk(self.path(CHECK)), 403, "item.locked")
        self.assertEqual(self.walk("/courses/srv-010/tour").json()["first"], True)

    def test_its_standing_has_no_scores_and_nobodys_name(self) -> None:
        sheet = self.walk(f"{COURSE}/standing").json()
        self.assertEqual((sheet["person"], sheet["current"]["value"]), ("", "0.0"))
        items = {i["title"]: i for c in sheet["categories"] for i in c["items"]}
        self.assertEqual(items["Set 1A: units of length and angle"]["state"], "missing")
        self.assertEqual({i["given"] for i in items.values()}, {None})
        handed = {f"i{self.item('Set 7A: latitudes and departures').pk}": "h"}
        again = self.walk(f"{COURSE}/standing", **handed).json()
        states = {i["title"]: i["state"] for c in again["categories"] for i in c["items"]}
        self.assertEqual(states["Set 7A: latitudes and departures"], "handed_in")

    def test_what_is_done_on_the_walk_opens_what_follows(self) -> None:
        sets = [self.item(t).pk for t in ("Set 7A: latitudes and departures", "Set 7B: misclosure and precision")]
        done = {f"i{pk}": "h" for pk in sets}
        self.assertEqual(self.walk(self.path(CHECK), **done).status_code, 200)
        facts = self.walk(f"{COURSE}/items/{sets[0]}/facts", **done).json()
        self.assertTrue(facts["done"])

    def test_a_score_can_be_made_up_to_see_what_it_opens(self) -> None:
        first, second = self.item("Set 7A: latitudes and departures"), self.item("Set 7B: misclosure and precision")
        second.conditions = {"join": "all", "of": [{"on": "score", "item": first.pk, "percent": 60}]}
        second.save()
        key = f"i{first.pk}"
        self.refused(self.walk(self.path(second.title), **{key: "hs59"}), 403, "item.locked")
        self.assertEqual(self.walk(self.path(second.title), **{key: "hs60"}).status_code, 200)
        work = self.walk(self.path(first.title, "/hand-in"), **{key: "hs60"}).json()
        self.assertAlmostEqual(float(work["score"]["counts"]), float(first.points or 0) * 0.6)
        sheet = self.walk(f"{COURSE}/standing", **{key: "hs60"}).json()
        given = {i["title"]: i["given"] for c in sheet["categories"] for i in c["items"]}
        self.assertAlmostEqual(float(given[first.title]), float(first.points or 0) * 0.6)

    def test_its_door_is_that_of_the_made_up_student_and_not_the_teachers_own(self) -> None:
        """A teacher has done nothing in their course, and no student's place either."""
        sets = [self.item(t).pk for t in ("Set 7A: latitudes and departures", "Set 7B: misclosure and precision")]
        done = {f"i{pk}": "h" for pk in sets}
        for rest in ("/grading", "/quiz"):
            self.refused(self.walk(self.path(CHECK, rest)), 403, "item.locked")
            self.assertEqual(self.walk(self.path(CHECK, rest), **done).status_code, 200, rest)

    def test_it_stands_in_a_section_and_in_groups(self) -> None:
        section = Section.objects.get(course=self.course, number=2)
        self.assertEqual(
            self.walk(f"{COURSE}/classes/13", section.pk).json()["meeting"]["start"], "2026-10-05T18:00:00Z"
        )
        group = Group.objects.create(course=self.course, name="Red")
        of = [{"on": "for", "groups": [group.pk], "sections": []}]
        wish = {"kind": "item", "id": self.item(READING).pk, "of": of}
        self.teacher.send("PUT", f"{COURSE}/conditions", wish)
        self.assertEqual(self.walk(self.path(READING)).status_code, 404)
        self.assertEqual(self.walk(self.path(READING), None, (group.pk,)).status_code, 200)

    def test_it_leaves_no_trace(self) -> None:
        def kept() -> tuple[int, ...]:
            return tuple(m.objects.count() for m in (Fact, AuditRecord, Absence, TourSeen))

        before = kept()
        for path in ("ribbon", "weeks/7", "term", "library", "tour", "classes/13", "search?q=yard"):
            self.assertEqual(self.walk(f"{COURSE}/{path}").status_code, 200, path)
        self.assertEqual(kept(), before)

    def test_students_and_broken_wishes_get_nowhere(self) -> None:
        header = json.dumps(
            {"section": None, "groups": [], "allowances": True, "doings": {str(self.item(READING).pk): "t"}}
        )
        week = self.student.client.get(f"/api{COURSE}/weeks/7", headers={"As-Student": header}).json()
        self.assertEqual(week, self.student.get(f"{COURSE}/weeks/7").json())
        for broken in ("{", "[]", '{"section": 0, "groups": [], "allowances": true, "doings": {}}', '{"section": "x"}'):
            with self.subTest(broken=broken):
                told = self.teacher.client.get(f"/api{COURSE}/weeks/7", headers={"As-Student": broken})
                self.refused(told, 400, "walk.unreadable")
