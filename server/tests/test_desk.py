"""The desk: what waits for a teacher, by when it was promised, and what makes it go."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

from apps.courses.models import Absence, Allowance, Course, Enrolment, Fact, Item
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.public import now
from apps.library.models import ErrorReport
from django.db import connection
from django.test.utils import CaptureQueriesContext

from tests.base import ASSISTANT, BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.test_time import schedule_in

BEARINGS, SET_7A = "Field book: bearings", "Set 7A: latitudes and departures"
MOST = 12


class DeskCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.assistant = Caller(INSTRUCTOR), Caller(ASSISTANT)

    def rows(self, kind: str, who: Caller | None = None, rest: str = "") -> list[dict[str, Any]]:
        found = (who or self.teacher).get(f"/desk{rest}").json()["rows"]
        return [r for r in found if r["kind"] == kind]

    def about(self, title: str, kind: str = "ungraded", who: Caller | None = None) -> dict[str, Any]:
        return next(r for r in self.rows(kind, who) if r["item"]["title"] == title)


class Grading(DeskCase):
    def in_gradebook(self, item_id: int, who: Caller) -> int:
        book = who.get("/courses/srv-110/gradebook").json()
        return next(int(i["waiting"]) for c in book["categories"] for i in c["items"] if i["id"] == item_id)

    def test_a_second_attempt_after_a_score_waits_everywhere(self) -> None:
        student, title = Caller(KEEPS_UP), SET_7A
        item = self.item(title)
        for n in (1, 2):
            student.send("PUT", self.path(title, "/hand-in"), {"text": f"Try {n}", "comment": ""})
            self.assertEqual(student.send("POST", self.path(title, "/hand-in")).status_code, 200)
            if n == 1:
                body = {"attempt": 1, "raw": "3", "comment": "", "seen_version": 0}
                score = self.path(title, f"/hand-ins/{student.person.pk}/score")
                self.assertEqual(self.teacher.send("PUT", score, body).status_code, 200)
        week = self.teacher.get("/courses/srv-110/weeks/7").json()
        row = next(r for m in week["modules"] for r in m["rows"] if r["id"] == item.pk)
        queue = self.teacher.get(self.path(title, "/hand-ins")).json()["waiting"]
        self.assertGreaterEqual(queue, 1)
        self.assertEqual(
            {queue},
            {self.about(title)["count"], row["of_class"]["waiting"], self.in_gradebook(item.pk, self.teacher)},
        )

    def test_it_counts_what_the_grading_queue_says_is_waiting(self) -> None:
        for who in (self.teacher, self.assistant):
            rows = self.rows("ungraded", who)
            self.assertGreater(len(rows), 1)
            for row in rows:
                queue = who.get(f"/courses/srv-110/items/{row['item']['id']}/hand-ins").json()
                with self.subTest(row["item"]["title"]):
                    self.assertEqual(row["count"], queue["waiting"])
                    self.assertEqual(row["count"], self.in_gradebook(row["item"]["id"], who))
        mine, theirs = self.about(BEARINGS)["count"], self.about(BEARINGS, who=self.assistant)["count"]
        self.assertLess(theirs, mine)

    def test_a_score_takes_one_off_and_held_ones_wait_to_be_released(self) -> None:
        item, before = self.item(BEARINGS), self.about(BEARINGS)
        queue = f"/courses/srv-110/items/{item.pk}/hand-ins"
        waiting = [r for r in self.teacher.get(queue).json()["rows"] if r["state"] == "waiting"]
        for row in waiting:
            score = {"attempt": row["attempt"], "raw": "10", "comment": "", "seen_version": 0}
            told = self.teacher.send("PUT", f"{queue}/{row['person_id']}/score", score)
            self.assertEqual(told.status_code, 200, told.content[:300])
            if row is waiting[0] and len(waiting) > 1:
                self.assertEqual(self.about(BEARINGS)["count"], before["count"] - 1)
        self.assertNotIn(item.pk, [r["item"]["id"] for r in self.rows("ungraded")])
        held = self.about(BEARINGS, "held")
        self.assertGreaterEqual(held["count"], len(waiting))
        self.assertEqual(self.rows("held", self.assistant), [])
        self.assertEqual(self.teacher.send("POST", self.path(BEARINGS, "/release")).status_code, 200)
        self.assertNotIn(item.pk, [r["item"]["id"] for r in self.rows("held")])

    def test_excused_work_waits_for_nobody(self) -> None:
        item, before = self.item(BEARINGS), self.about(BEARINGS)["count"]
        queue = self.teacher.get(f"/courses/srv-110/items/{item.pk}/hand-ins").json()["rows"]
        first, second = [r["person_id"] for r in queue if r["state"] == "waiting"][:2]
        Cell.objects.update_or_create(
            graded_item=GradedItem.objects.get(item=item), person_id=first, defaults={"excused": True}
        )
        self.assertEqual(self.about(BEARINGS)["count"], before - 1)
        Allowance.objects.create(
            course=self.course, item=item, person_id=second, excused=True, why="Ill.", given_at=now()
        )
        self.assertEqual(self.about(BEARINGS)["count"], before - 2)

    def test_the_promise_follows_what_the_course_says(self) -> None:
        row = self.about(BEARINGS)
        self.assertGreaterEqual(row["days_left"], 0)
        Course.objects.filter(pk=self.course.pk).update(turnaround_days=7 - 2 - row["days_left"])
        late = self.about(BEARINGS)
        self.assertEqual(late["days_left"], -2)
        promises = [r["by"] for r in self.teacher.get("/desk").json()["rows"] if r["by"]]
        self.assertEqual(promises, sorted(promises))

    def test_papers_of_an_exam_that_was_held_wait_for_scores(self) -> None:
        exam = Item.objects.get(course=self.course, title__startswith="Mid-term", takes_hand_ins=False)
        self.assertEqual(self.rows("paper"), [])
        exam.moments = {"due": {"on": "absolute", "wall": "2026-10-05T10:00"}}
        exam.save()
        GradedItem.objects.get_or_create(course=self.course, item=exam)
        row = self.about(exam.title, "paper")
        self.assertEqual((row["count"], row["days_left"]), (self.STUDENTS, 5))
        cell = Cell.objects.create(graded_item=GradedItem.objects.get(item=exam), person=Caller(KEEPS_UP).person)
        Score.objects.create(cell=cell, raw=40, graded_at=now())
        self.assertEqual(self.about(exam.title, "paper")["count"], self.STUDENTS - 1)


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
        self.assertEqual(self.rows("date_check")[0]["count"], check())
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


class KeptPositions(DeskCase):
    """What is kept of an evaluation never outlives what it was made of."""

    def row(self) -> dict[str, Any]:
        rows = self.teacher.get("/courses/srv-110/roster").json()["students"]
        found: dict[str, Any] = next(r for r in rows if r["id"] == Caller(KEEPS_UP).person.pk)
        return found

    def test_a_fact_changed_in_place_counts_at_once(self) -> None:
        before = self.row()
        person = Caller(KEEPS_UP).person
        Fact.objects.filter(person=person, item__title="Syllabus", kind=Fact.ACKNOWLEDGED).update(edition=0)
        self.assertEqual(self.row()["done"], before["done"] - 1)

    def test_a_score_released_or_taken_back_counts_at_once(self) -> None:
        person, item = Caller(KEEPS_UP).person, self.item("Check 6: bearings")
        item.done_rule, item.done_percent = "scored", 60
        item.save()
        before = self.row()["done"]
        cell, _ = Cell.objects.get_or_create(graded_item=GradedItem.objects.get(item=item), person=person)
        Score.objects.filter(cell=cell).delete()
        score = Score.objects.create(cell=cell, raw=item.points, graded_at=now(), released_at=now())
        self.assertEqual(self.row()["done"], before + 1)
        Score.objects.filter(pk=score.pk).update(released_at=None)
        self.assertEqual(self.row()["done"], before)

    def test_time_passing_a_deadline_makes_it_overdue(self) -> None:
        due = self.item(SET_7A)
        self.assertNotIn(due.pk, [i["id"] for i in self.row()["overdue"]])
        later = (now() + timedelta(days=4)).strftime("%Y-%m-%dT%H:%M")
        told = self.teacher.client.get("/api/courses/srv-110/roster", headers={"As-On": later})
        row = next(r for r in told.json()["students"] if r["id"] == Caller(KEEPS_UP).person.pk)
        self.assertIn(due.pk, [i["id"] for i in row["overdue"]])
        self.assertNotIn(due.pk, [i["id"] for i in self.row()["overdue"]])


class Shares(DeskCase):
    """'Done' over the class, as done rules have it and not as facts are counted."""

    def share(self, title: str) -> tuple[int, int]:
        item = self.item(title)
        sheet = self.teacher.get("/courses/srv-110/weeks/7").json()
        row = next(r for m in sheet["modules"] for r in m["rows"] if r["id"] == item.pk)
        return row["of_class"]["done"], row["of_class"]["students"]

    def agrees(self, title: str) -> None:
        """With each student's own evaluation, as the module's progress shows it."""
        item = self.item(title)
        page = self.teacher.get(f"/courses/srv-110/progress/{item.module_id}").json()
        n = [i["id"] for i in page["items"]].index(item.pk)
        cells = [row["cells"][n] for row in page["rows"]]
        self.assertEqual(self.share(title), (sum(c["done"] for c in cells if c), sum(c is not None for c in cells)))

    def test_every_kind_of_rule_agrees_with_the_students_own_paths(self) -> None:
        title = "Latitudes and departures"
        item, person = self.item(title), Caller(BEHIND).person
        for rule, percent, parts in (
            ("opened", None, []),
            ("ticked", None, []),
            ("watched", 80, []),
            ("any", None, [{"rule": "ticked"}, {"rule": "opened"}]),
            ("all", None, [{"rule": "ticked"}, {"rule": "opened"}]),
            ("scored", 60, []),
        ):
            item.done_rule, item.done_percent, item.done_parts = rule, percent, parts
            item.save()
            with self.subTest(rule):
                self.agrees(title)
        Fact.objects.update_or_create(
            item=item,
            person=person,
            kind=Fact.TICKED,
            defaults={"course": self.course, "at": now(), "by_teacher": True},
        )
        with self.subTest("counted by a teacher, whatever the rule"):
            self.agrees(title)

    def test_a_recording_half_watched_is_not_done(self) -> None:
        item, person = self.item("Latitudes and departures, leg by leg"), Caller(BEHIND).person
        Fact.objects.filter(item=item).delete()
        self.assertEqual(item.done_rule, "watched")
        seen = {"course": self.course, "at": now(), "detail": {"percent": 40}}
        Fact.objects.create(item=item, person=person, kind=Fact.WATCHED, **seen)
        self.assertEqual(self.share(item.title)[0], 0)
        Fact.objects.filter(item=item).update(detail={"percent": 95})
        self.assertEqual(self.share(item.title)[0], 1)

    def test_who_is_excused_has_done_it_and_who_does_not_have_it_is_not_counted(self) -> None:
        item, person = self.item(SET_7A), Caller(BEHIND).person
        before = self.share(SET_7A)
        Allowance.objects.create(course=self.course, item=item, person=person, excused=True, why="Ill.", given_at=now())
        self.assertEqual(self.share(SET_7A), (before[0] + 1, before[1]))
        section = Enrolment.objects.get(course=self.course, person=person).section_id
        item.conditions = {"join": "all", "of": [{"on": "for", "groups": [], "sections": [section]}]}
        item.save()
        self.agrees(SET_7A)
