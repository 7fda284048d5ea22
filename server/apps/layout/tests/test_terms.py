"""Courses that share a term, that have none yet, and allowances for more than one person."""

from __future__ import annotations

from typing import Any

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.cases import schedule_in

from apps.courses.models import Course, Enrolment, Group, GroupMember, Section
from apps.kernel.models import AuditRecord
from apps.layout.models import Allowance, Module
from apps.people.models import Person

SET_7B = "Set 7B: misclosure and precision"


STORM = {"name": "Storm day", "first_day": "2026-10-15", "last_day": "2026-10-15"}


class Terms(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def schedule(self, slug: str) -> dict[str, Any]:
        return self.teacher.get(f"/courses/{slug}/schedule").json()

    def last_change(self) -> int:
        return AuditRecord.objects.filter(action="layout.change_module").latest("pk").pk

    def save(self, slug: str, **changes: Any) -> Any:
        wish = schedule_in(self.schedule(slug)) | changes
        return self.teacher.send("PUT", f"/courses/{slug}/schedule", wish)

    def test_a_shared_term_is_changed_for_one_course_only(self) -> None:
        other = Course.objects.create(
            slug="srv-999", code="SRV 999", title="Field camp", zone="America/Chicago", term=self.course.term
        )
        Enrolment.objects.create(course=other, person=self.teacher.person, role=Enrolment.INSTRUCTOR)
        before = self.schedule("srv-110")
        change = self.save("srv-999", breaks=[*before["breaks"], STORM], name="Camp term")
        self.assertEqual(change.status_code, 200, change.content[:300])
        mine, theirs = self.schedule("srv-110"), self.schedule("srv-999")
        self.assertEqual((mine["name"], mine["breaks"]), (before["name"], before["breaks"]))
        self.assertEqual(theirs["name"], "Camp term")
        self.assertEqual(sorted(b["name"] for b in theirs["breaks"]), ["Founders’ Day", "Mid-term break", "Storm day"])
        back = self.teacher.send("POST", f"/courses/srv-999/changes/{change.json()['change']}/undo")
        self.assertEqual(back.status_code, 200, back.content[:300])
        self.assertEqual(self.schedule("srv-999")["name"], before["name"])
        self.assertEqual(self.schedule("srv-110")["breaks"], before["breaks"])

    def test_a_course_without_dates_is_given_a_term_and_can_lose_it_again(self) -> None:
        slots = [{"on": 1, "start": "09:00", "end": "10:00", "place": "Yard"}]
        change = self.save(
            "srv-010",
            name="Induction weeks",
            first_day="2026-10-05",
            last_day="2026-10-30",
            patterns=[{"section_id": None, "slots": slots, "rotation": None, "exceptions": []}],
        )
        self.assertEqual(change.status_code, 200, change.content[:300])
        shown = self.schedule("srv-010")
        self.assertTrue(shown["dated"])
        self.assertEqual([c["day"] for c in shown["classes"]], ["2026-10-06", "2026-10-13", "2026-10-20", "2026-10-27"])
        self.assertEqual(self.teacher.get("/courses/srv-010/ribbon").json()["cells"][0]["key"], "1")
        modules = Module.objects.filter(course=self.induction, removed=False).order_by("position", "id")
        self.assertEqual([m.week for m in modules], [1, 2, 3])
        sheets = [self.teacher.get(f"/courses/srv-010/weeks/{n}").json()["modules"] for n in (1, 2, 3)]
        self.assertEqual([[m["title"] for m in s] for s in sheets], [[m.title] for m in modules])
        first = modules[0]
        told = self.teacher.send("PATCH", f"/courses/srv-010/modules/{first.pk}", {"week": 9})
        self.refused(told, 422, "module.week")
        self.teacher.send("PATCH", f"/courses/srv-010/modules/{first.pk}", {"week": 2})
        sheet = self.teacher.get("/courses/srv-010/weeks/2").json()["modules"]
        self.assertEqual([m["title"] for m in sheet], [modules[1].title, first.title])
        back = self.teacher.send("POST", f"/courses/srv-010/changes/{self.last_change()}/undo")
        self.assertEqual(back.status_code, 200, back.content)
        self.teacher.send("POST", f"/courses/srv-010/changes/{change.json()['change']}/undo")
        self.assertFalse(self.schedule("srv-010")["dated"])
        self.assertEqual({m.week for m in modules.all()}, {None})
        self.assertEqual(len(self.teacher.get("/courses/srv-010/ribbon").json()["cells"]), 3)

    def test_a_break_that_goes_away_gives_its_days_back(self) -> None:
        before = self.schedule("srv-110")
        change = self.save("srv-110", breaks=[b for b in before["breaks"] if b["name"] != "Mid-term break"]).json()
        without = self.schedule("srv-110")
        self.assertEqual(len(without["classes"]), len(before["classes"]) + 2)
        self.assertIn("2026-10-19", [c["day"] for c in without["classes"]])
        self.teacher.send("POST", f"/courses/srv-110/changes/{change['change']}/undo")
        self.assertEqual(self.schedule("srv-110")["classes"], before["classes"])


class ForSeveral(DemoCase):
    ALLOWANCES = "/courses/srv-110/allowances"

    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        Allowance.objects.filter(course=self.course).update(removed=True)

    def give(self, **wish: Any) -> Any:
        return self.teacher.send("POST", self.ALLOWANCES, wish)

    def due(self, who: str) -> str:
        return Caller(who).get(self.path(SET_7B)).json()["row"]["due"]

    def test_a_group_gets_it_and_nobody_else(self) -> None:
        before = {who: self.due(who) for who in (KEEPS_UP, BEHIND)}
        group = Group.objects.create(course=self.course, name="Night crew")
        GroupMember.objects.create(group=group, person=Person.objects.get(username=BEHIND))
        given = self.give(
            group_id=group.pk, item_id=self.item(SET_7B).pk, shift_minutes={"due": 2880}, why="Night shift"
        )
        self.assertEqual(given.status_code, 200, given.content[:300])
        self.assertEqual(self.due(KEEPS_UP), before[KEEPS_UP])
        self.assertEqual((self.due(BEHIND)[:10], before[BEHIND][:10]), ("2026-10-12", "2026-10-10"))
        page = Caller(BEHIND).get(self.path(SET_7B)).json()
        self.assertIn("Night shift", str(page))

    def test_a_section_gets_it_and_one_person_of_it_still_has_their_own(self) -> None:
        section = Enrolment.objects.get(course=self.course, person__username=BEHIND).section
        assert section is not None
        item, person = self.item(SET_7B).pk, Person.objects.get(username=BEHIND).pk
        self.give(section_id=section.pk, item_id=item, shift_minutes={"due": 4320})
        self.assertEqual(self.due(BEHIND)[:10], "2026-10-13")
        self.give(person_id=person, item_id=item, shift_minutes={"due": 1440})
        self.assertEqual(self.due(BEHIND)[:10], "2026-10-11", "the most specific wins, kind or not")

    def test_whom_it_is_for_must_be_one_of_the_course(self) -> None:
        stranger = Person.objects.get(username=INSTRUCTOR).pk
        elsewhere = Group.objects.create(course=self.induction, name="Others").pk
        foreign = Section.objects.create(course=self.induction, number=9, name="section 9").pk
        for wish, code in (
            ({"person_id": stranger}, "request.not_found"),
            ({"group_id": elsewhere}, "request.not_found"),
            ({"section_id": foreign}, "request.not_found"),
            ({}, "allowance.for_one"),
            ({"person_id": stranger, "section_id": foreign}, "allowance.for_one"),
        ):
            with self.subTest(str(wish)):
                self.refused(self.give(extra_attempts=1, **wish), 422 if code == "allowance.for_one" else 404, code)
        person = Person.objects.get(username=BEHIND).pk
        self.refused(self.give(person_id=person, walls={"due": "2026-10-20T10:00"}), 422, "allowance.date_needs_item")
        self.assertFalse(Allowance.objects.filter(course=self.course, removed=False).exists())
