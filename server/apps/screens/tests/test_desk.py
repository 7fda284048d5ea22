"""The desk over all courses: absences, reports, courses to open, and what it costs."""

from __future__ import annotations

from django.db import connection
from django.test.utils import CaptureQueriesContext
from tests.base import BEHIND, KEEPS_UP, Caller
from tests.cases import DeskCase, schedule_in

from apps.courses.models import Course, Enrolment
from apps.kernel.clock import now
from apps.library.models import ErrorReport
from apps.live.models import Absence

BEARINGS, SET_7A = "Field book: bearings", "Set 7A: latitudes and departures"

MOST = 14


class SaidByStudents(DeskCase):
    def test_a_report_waits_until_it_is_settled_and_comes_back_when_that_is_undone(self) -> None:
        row = self.rows("report")[0]
        self.assertEqual((row["person"], row["days_left"]), ("Rosalind Tarrow", 1))
        address = f"/courses/srv-110/error-reports/{row['row_id']}"
        self.teacher.send("PUT", address, {"settled": True})
        self.assertEqual(self.rows("report"), [])
        self.teacher.send("PUT", address, {"settled": False})
        self.assertEqual(self.rows("report"), [row])

    def test_an_absence_is_shown_to_the_teachers_of_that_student_until_it_is_read(self) -> None:
        rows = self.rows("absence")
        self.assertEqual(len(rows), Absence.objects.filter(seen_at=None).count())
        own = self.rows("absence", self.assistant)
        sections = Enrolment.objects.filter(person=self.assistant.person).values_list("section_id", flat=True)
        wanted = Absence.objects.filter(person__enrolments__section_id__in=sections).values_list("pk", flat=True)
        self.assertEqual({r["row_id"] for r in own}, set(wanted))
        address = f"/courses/srv-110/absences/{rows[0]['row_id']}/seen"
        self.teacher.send("PUT", address, {"seen": True})
        self.assertNotIn(rows[0]["row_id"], [r["row_id"] for r in self.rows("absence")])
        self.teacher.send("PUT", address, {"seen": False})
        self.assertEqual(self.rows("absence"), rows)


class TheCourse(DeskCase):
    def test_conflicts_in_the_dates_are_counted_as_the_date_check_counts_them(self) -> None:
        def check() -> int:
            return int(self.teacher.get("/courses/srv-110/date-check").json()["open"])

        before = check()
        self.assertEqual(self.rows("date_check")[0]["count"], before)
        self.assertEqual(self.rows("date_check", self.assistant), [])
        row = self.item(SET_7A)
        row.moments = row.moments | {"due": {"on": "absolute", "wall": "2027-03-01T23:59"}}
        row.save()
        self.assertGreater(check(), before)
        conflicts = self.rows("date_check")[0]
        self.assertEqual(conflicts["count"], check())
        self.assertEqual({line.count(SET_7A) for line in conflicts["lines"] if SET_7A in line}, {1})
        key = self.teacher.get("/courses/srv-110/date-check").json()["findings"][0]["key"]
        self.teacher.send("POST", "/courses/srv-110/date-check/waive", {"key": key, "waived": True})
        self.assertEqual(self.rows("date_check")[0]["count"], check())

    def test_a_stale_sentence_in_a_page_is_noticed_at_once(self) -> None:
        before = self.rows("date_check")[0]["count"]
        page = self.item("Latitudes and departures")
        html = "<p>Bring the tape on Monday, 7 October.</p>"  # 7 October 2026 is a Wednesday
        told = self.teacher.send("PUT", self.path(page.title, "/text"), {"html": html})
        self.assertEqual(told.status_code, 200, told.content[:300])
        self.assertEqual(self.rows("date_check")[0]["count"], before + 1)

    def test_figures_are_read_as_setup_says_and_the_desk_follows_at_once(self) -> None:
        """8/10 with the weekday Thursday: right where the day comes first; else a Monday before the term."""
        page = self.item("Latitudes and departures")
        self.teacher.send("PUT", self.path(page.title, "/text"), {"html": "<p>Bring the tape by Thu 8/10.</p>"})
        before = self.rows("date_check")[0]["count"]
        schedule = "/courses/srv-110/schedule"
        wish = schedule_in(self.teacher.get(schedule).json())
        change = self.teacher.send("PUT", schedule, wish | {"date_order": "day_first"})
        self.assertEqual(change.status_code, 200, change.content[:300])
        self.assertEqual(self.teacher.get(schedule).json()["date_order"], "day_first")
        self.assertEqual(self.rows("date_check")[0]["count"], before - 1)
        self.teacher.send("POST", f"/courses/srv-110/changes/{change.json()['change']}/undo")
        self.assertEqual(self.rows("date_check")[0]["count"], before)

    def test_a_course_that_nobody_can_enter_near_its_term_waits_to_be_opened(self) -> None:
        self.assertEqual(self.rows("unopened"), [])
        self.teacher.send("PUT", "/courses/srv-110/opened", {"done": False})
        self.assertEqual([r["slug"] for r in self.rows("unopened")], ["srv-110"])
        self.assertEqual(self.rows("behind", rest="/behind"), [])

    def test_students_who_fall_behind_stand_with_their_figures(self) -> None:
        roster = self.teacher.get("/courses/srv-110/roster").json()["students"]
        drifting = sorted((s for s in roster if s["drifting"]), key=lambda s: -len(s["overdue"]))
        row = self.rows("behind", rest="/behind")[0]
        self.assertEqual(row["count"], len(drifting))
        self.assertIn("Caspian Holt", row["lines"][0])
        self.assertIn(f"{len(drifting[0]['overdue'])} overdue", row["lines"][0])

    def test_a_student_is_told_of_nobody_and_sees_an_empty_desk(self) -> None:
        student = Caller(KEEPS_UP)
        for address in ("/desk", "/desk/behind"):
            found = student.get(address).json()
            self.assertEqual((found["rows"], found["courses"]), ([], []))


class Cost(DeskCase):
    OTHER_TERMS = True

    def test_queries_are_few_and_do_not_grow_with_courses_or_class(self) -> None:
        def count(address: str) -> int:
            self.teacher.get(address)
            with CaptureQueriesContext(connection) as seen:
                self.assertEqual(self.teacher.get(address).status_code, 200)
            return len([q for q in seen if not q["sql"].startswith(("SAVEPOINT", "RELEASE"))])

        before = {a: count(a) for a in ("/desk", "/desk/behind")}
        more = Course.objects.create(slug="more", code="M 1", title="More", zone="UTC", opened_at=now())
        Enrolment.objects.create(course=more, person=self.teacher.person, role=Enrolment.INSTRUCTOR)
        ErrorReport.objects.bulk_create(
            ErrorReport(course=more, person=Caller(BEHIND).person, text=f"Error {n}", at=now()) for n in range(30)
        )
        self.assertEqual({a: count(a) for a in before}, before)
        for address, n in before.items():
            with self.subTest(address):
                self.assertLessEqual(n, MOST)
