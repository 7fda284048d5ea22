"""A course from nothing, its dates taken and given again, and what becomes of one that is over."""

from __future__ import annotations

from datetime import date
from typing import Any

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

from apps.courses.models import Course, Term
from apps.kernel.models import AuditRecord
from apps.layout.models import Item, Module
from apps.people.models import Person

WANTED = {"code": "LEV 1", "title": "Levelling", "zone": "Europe/Oslo"}
MON_THU = [{"on": day, "start": "09:00", "end": "10:30"} for day in (0, 3)]


class Beginning(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def made(self, **more: Any) -> Course:
        answer = self.teacher.send("POST", "/new-course", WANTED | more)
        self.assertEqual(answer.status_code, 200, answer.content)
        return Course.objects.get(slug=answer.json()["slug"])

    def modules(self, course: Course) -> list[tuple[str, int | None]]:
        return list(Module.objects.filter(course=course).order_by("position").values_list("title", "week"))

    def test_weeks_of_a_term_of_the_institution_without_its_break(self) -> None:
        term = Term.objects.get(shared=True, name__startswith="Spring")
        offered = self.teacher.get("/new-course").json()
        self.assertIn(term.pk, [t["id"] for t in offered["terms"]])
        plan = self.teacher.send("POST", "/new-course/preview", {"zone": "UTC", "term_id": term.pk, "slots": MON_THU})
        weeks = plan.json()["weeks"]
        self.assertEqual([w["number"] for w in weeks], [*range(1, 9), None, *range(9, 16)])
        self.assertEqual((weeks[8]["name"], weeks[8]["classes"], weeks[9]["classes"]), ("Break", [], [0, 3]))
        self.assertEqual(plan.json()["modules"], 15)
        course = self.made(term_id=term.pk, slots=MON_THU)
        # 16 calendar weeks, one of them a break: 15 are numbered.
        self.assertEqual(self.modules(course), [(f"Week {n}", n) for n in range(1, 16)])
        self.assertEqual(course.term_id, term.pk)
        ribbon = self.teacher.get("/courses/lev-1/ribbon").json()
        self.assertEqual(ribbon["role"], "instructor")
        classes = self.teacher.get("/courses/lev-1/schedule").json()["classes"]
        self.assertEqual(len(classes), 30)

    def test_a_course_that_changes_the_institutions_term_gets_its_own(self) -> None:
        term = Term.objects.get(shared=True, name__startswith="Summer")
        course = self.made(term_id=term.pk)
        schedule = self.teacher.get("/courses/lev-1/schedule").json()
        wish = {k: schedule[k] for k in ("first_day", "last_day", "zone", "default_due_time", "credits", "breaks")}
        wish |= {"name": "Mine", "patterns": []}
        self.assertEqual(self.teacher.send("PUT", "/courses/lev-1/schedule", wish).status_code, 200)
        term.refresh_from_db()
        course.refresh_from_db()
        self.assertNotEqual(term.name, "Mine")
        self.assertEqual((course.term.name, course.term.shared), ("Mine", False))  # type: ignore[union-attr]

    def test_own_dates_by_day_and_by_unit(self) -> None:
        # Mondays and Thursdays from Mon 4 to Sun 24 January 2027: 4, 7, 11, 14, 18, 21 (counted in a calendar).
        own = {"name": "January", "first_day": "2027-01-04", "last_day": "2027-01-24"}
        course = self.made(own=own, slots=MON_THU, run="days")
        weeks = [1, 1, 2, 2, 3, 3]
        self.assertEqual(self.modules(course), [(f"Day {n}", w) for n, w in enumerate(weeks, 1)])
        self.assertEqual((course.term.first_day, course.term.shared), (date(2027, 1, 4), False))  # type: ignore[union-attr]
        second = self.made(own=own, run="units", count=2)
        self.assertEqual((second.slug, self.modules(second)), ("lev-1-2", [("Unit 1", 1), ("Unit 2", 2)]))

    def test_without_dates_there_are_no_weeks_and_it_begins_at_its_first_module(self) -> None:
        course = self.made(run="weeks", count=3)
        self.assertEqual(self.modules(course), [(f"Module {n}", None) for n in (1, 2, 3)])
        self.assertEqual(self.teacher.get(f"/courses/{course.slug}/ribbon").json()["current"], "1")

    def test_bad_wishes_make_nothing(self) -> None:
        before = Course.objects.count()
        for more, code in (
            (
                {"run": "days", "own": {"name": "J", "first_day": "2027-01-04", "last_day": "2027-01-24"}},
                "no_class_days",
            ),
            ({"title": "  "}, "text.empty"),
            ({"zone": "Atlantis/Deep"}, "schedule.zone"),
            ({"term_id": 10**9}, "request.not_found"),
        ):
            answer = self.teacher.send("POST", "/new-course", WANTED | more)
            self.assertIn(code, answer.json()["title"], answer.content)
        student = Caller(KEEPS_UP)
        self.assertFalse(student.get("/new-course").json()["may"])
        self.refused(student.send("POST", "/new-course", WANTED), 403, "person.makes_no_courses")
        self.refused(
            student.send("POST", "/courses/srv-110/copy", {"title": "C", "code": "C"}), 403, "course.instructors_only"
        )
        self.assertEqual(Course.objects.count(), before)

    def test_dates_taken_and_given_again(self) -> None:
        before = self.teacher.get("/courses/srv-110/weeks/7").json()
        due = Item.objects.get(title="Set 7A: latitudes and departures", course=self.course).moments
        taken = self.teacher.send("DELETE", "/courses/srv-110/dates")
        self.assertEqual(taken.status_code, 200, taken.content)
        ribbon = self.teacher.get("/courses/srv-110/ribbon").json()
        self.assertFalse(ribbon["dated"])
        # Nothing vanishes: module by module the same items, in the same order, with their rules kept.
        sheet = self.teacher.get(f"/courses/srv-110/weeks/{ribbon['cells'][7]['key']}").json()
        self.assertEqual(_titles(sheet), _titles(before))
        self.assertEqual(Item.objects.get(title="Set 7A: latitudes and departures", course=self.course).moments, due)
        undone = self.teacher.send("POST", f"/courses/srv-110/changes/{taken.json()['change']}/undo")
        self.assertEqual(undone.status_code, 200, undone.content)
        self.assertEqual(_titles(self.teacher.get("/courses/srv-110/weeks/7").json()), _titles(before))

    def test_an_archived_course_is_read_and_not_changed(self) -> None:
        student = Caller(KEEPS_UP)
        self.assertTrue(student.get("/today").json()["courses"])
        answer = self.teacher.send("PUT", "/courses/srv-110/archived", {"archived": True})
        self.assertEqual(answer.status_code, 200, answer.content)
        self.assertEqual(student.get("/courses/srv-110/weeks/7").status_code, 200)
        address = self.path("Set 7A: latitudes and departures", "/hand-in")
        self.refused(student.send("PUT", address, {"text": "late", "comment": ""}), 409, "course.archived")
        self.refused(
            self.teacher.send("POST", "/courses/srv-110/modules", {"title": "N", "week": 9}), 409, "course.archived"
        )
        self.assertTrue(student.get("/courses/srv-110/ribbon").json()["archived"])
        self.assertNotIn("SRV 110", str(student.get("/today").json()))
        self.assertNotIn("srv-110", str(self.teacher.get("/desk").json()))
        self.assertTrue(next(c for c in student.get("/courses").json() if c["slug"] == "srv-110")["archived"])
        self.teacher.send("PUT", "/courses/srv-110/archived", {"archived": False})
        self.assertEqual(student.send("PUT", address, {"text": "in", "comment": ""}).status_code, 200)

    def test_a_removed_course_is_gone_for_all_and_named_anew_keeps_its_address(self) -> None:
        named = self.teacher.send("PUT", "/courses/srv-110/naming", {"title": "Plane Surveying I", "code": "SRV 111"})
        self.assertEqual(named.status_code, 200, named.content)
        self.assertEqual(self.teacher.get("/courses/srv-110/ribbon").json()["code"], "SRV 111")
        self.assertEqual(self.teacher.send("DELETE", "/courses/srv-110").status_code, 200)
        for who in (INSTRUCTOR, KEEPS_UP):
            self.refused(Caller(who).get("/courses/srv-110/ribbon"), 404, "request.not_found")
            self.assertNotIn("srv-110", [c["slug"] for c in Caller(who).get("/courses").json()])
        self.assertNotIn("Set 7A", str(Caller(KEEPS_UP).get("/today").json()))
        removed = AuditRecord.objects.get(action="course.remove")
        self.assertEqual(removed.actor_id, Person.objects.get(username=INSTRUCTOR).pk)


def _titles(sheet: dict[str, Any]) -> list[str]:
    return [row["title"] for module in sheet["modules"] for row in module["rows"]]
