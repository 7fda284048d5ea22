"""Time over the API: classes, rules, allowances, Today, the term map, feeds and paper."""

from __future__ import annotations

from datetime import UTC, date, datetime

from apps.courses.models import Allowance, Enrolment, Item
from apps.people.models import Person
from procrastinate.contrib.django.models import ProcrastinateJob

from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase

SET_7A, CHECK_7 = "Set 7A: latitudes and departures", "Check 7: traverse computation"
ALLOWED = "marit.osei-lindgren"
SCHEDULE, TERM = "/courses/srv-110/schedule", "/courses/srv-110/term"


def schedule_in(shown: dict) -> dict:
    names = (
        "name",
        "first_day",
        "last_day",
        "first_week_number",
        "week_start",
        "zone",
        "default_due_time",
        "credits",
        "breaks",
        "patterns",
    )
    return {n: shown[n] for n in names}


class TimeCase(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)

    def row(self, caller: Caller, title: str) -> dict:
        return caller.get(self.path(title)).json()["row"]

    def undo(self, change: dict) -> None:
        done = self.teacher.send("POST", f"/courses/srv-110/changes/{change['change']}/undo")
        self.assertEqual(done.status_code, 200, done.content)


class Classes(TimeCase):
    def test_each_section_has_its_own_classes_and_what_follows_them(self) -> None:
        first, second = (
            self.student,
            Caller(
                Enrolment.objects.filter(course=self.course, role="student", section__number=1).first().person.username
            ),
        )
        starts = {c.get("/courses/srv-110/ribbon").json()["next_class"]["start"] for c in (first, second)}
        self.assertEqual(starts, {"2026-10-08T15:00:00Z", "2026-10-08T18:00:00Z"})
        dues = {self.row(c, "Latitudes and departures")["due"] for c in (first, second)}
        self.assertEqual(dues, {"2026-10-05T15:00:00Z", "2026-10-05T18:00:00Z"})

    def test_a_holiday_moves_the_numbers_and_all_that_hangs_on_them_and_can_be_undone(self) -> None:
        before = self.teacher.get(SCHEDULE).json()
        self.assertEqual(len(before["classes"]), 30)
        wish = schedule_in(before)
        wish["breaks"] = [*wish["breaks"], {"name": "Storm day", "first_day": "2026-10-12", "last_day": "2026-10-12"}]
        change = self.teacher.send("PUT", SCHEDULE, wish).json()
        after = self.teacher.get(SCHEDULE).json()
        self.assertEqual(len(after["classes"]), 29)
        self.assertNotIn("2026-10-12", [c["day"] for c in after["classes"]])
        due = self.row(self.teacher, "Sharing out the misclosure")["due"]
        self.assertEqual(due, "2026-10-15T15:00:00Z")
        self.undo(change)
        self.assertEqual(self.teacher.get(SCHEDULE).json()["classes"], before["classes"])

    def test_bad_terms_and_classes_are_refused_in_a_sentence(self) -> None:
        wish = schedule_in(self.teacher.get(SCHEDULE).json())
        backwards = [{"slots": [{"on": 0, "start": "11:00", "end": "10:00"}]}]
        turning = [{"slots": [{"on": "C", "start": "09:00", "end": "10:00"}], "rotation": {"types": ["A", "B"]}}]
        for change, code in (
            ({"last_day": "2026-08-01"}, "term.ends_before_start"),
            ({"last_day": "2031-08-01"}, "term.too_long"),
            ({"zone": "Mars/Olympus"}, "schedule.zone"),
            ({"patterns": backwards}, "meeting.backwards"),
            ({"patterns": turning}, "meeting.day_type"),
            ({"breaks": [{"name": "b", "first_day": "2026-10-10", "last_day": "2026-10-01"}]}, "term.break_backwards"),
        ):
            with self.subTest(code):
                body = self.teacher.send("PUT", SCHEDULE, wish | change).json()
                self.assertIn(code, [body["title"], *(f["code"] for f in body.get("fields", []))])
        self.assertEqual(schedule_in(self.teacher.get(SCHEDULE).json()), wish)

    def test_a_class_in_the_night_of_the_jump_is_said_to_begin_later(self) -> None:
        wish = schedule_in(self.teacher.get(SCHEDULE).json()) | {
            "first_day": "2027-03-01",
            "last_day": "2027-03-28",
            "breaks": [],
        }
        wish["patterns"] = [{"slots": [{"on": 6, "start": "02:30", "end": "04:00"}]}]
        self.assertEqual(self.teacher.send("PUT", SCHEDULE, wish).status_code, 200)
        moved = [c for c in self.teacher.get(SCHEDULE).json()["classes"] if c["moved_by_clock"]]
        self.assertEqual([(c["day"], c["start"]) for c in moved], [("2027-03-14", "2027-03-14T08:00:00Z")])

    def test_holidays_of_a_place_are_offered(self) -> None:
        found = self.teacher.get("/holidays?country=US&subdivision=IL&first=2026-08-17&last=2026-12-11").json()
        self.assertIn("2026-09-07", [h["first_day"] for h in found["found"]])
        self.assertIn("BY", found["places"]["DE"])
        self.assertEqual(self.teacher.get("/holidays?country=ZZ&first=2026-08-17&last=2026-12-11").status_code, 422)


class Rules(TimeCase):
    def moments(self, **wish: object) -> object:
        return self.teacher.send("PUT", self.path(SET_7A, "/moments"), wish)

    def test_a_moment_by_class_and_one_from_another_item(self) -> None:
        check = self.item(CHECK_7).pk
        self.assertEqual(self.moments(due={"on": "class", "number": 14, "edge": "end", "minutes": 30}).status_code, 200)
        self.assertEqual(self.row(self.teacher, SET_7A)["due"], "2026-10-08T16:45:00Z")
        self.assertEqual(
            self.moments(due={"on": "moment", "item": check, "moment": "due", "days": -1, "time": "12:00"}).status_code,
            200,
        )
        self.assertEqual(self.row(self.teacher, SET_7A)["due"], "2026-10-10T17:00:00Z")
        self.assertEqual(self.row(self.teacher, SET_7A)["rules"]["due"]["on"], "moment")

    def test_circles_and_rules_without_a_place_are_refused(self) -> None:
        check, own = self.item(CHECK_7).pk, self.item(SET_7A).pk
        self.moments(due={"on": "moment", "item": check, "moment": "due", "days": -1})
        wish = {"due": {"on": "moment", "item": own, "moment": "due", "days": 1}}
        body = self.refused(self.teacher.send("PUT", self.path(CHECK_7, "/moments"), wish), 422, "moment.circle")
        self.assertIn(f"{SET_7A} (due)", body["detail"])
        self.refused(self.moments(due={"on": "class", "number": 99}), 422, "moment.nowhere")
        self.refused(self.moments(due={"on": "week", "week": 3}), 422, "span.unreadable")

    def test_several_items_move_together_and_back(self) -> None:
        titles = [SET_7A, CHECK_7, "Set 7B: misclosure and precision"]
        before = {t: self.row(self.teacher, t)["due"] for t in titles}
        wish = {"item_ids": [self.item(t).pk for t in titles], "days": 2}
        change = self.teacher.send("POST", "/courses/srv-110/shift", wish).json()
        for title in titles:
            moved = datetime.fromisoformat(self.row(self.teacher, title)["due"]) - datetime.fromisoformat(before[title])
            self.assertEqual(moved.days, 2)
        self.undo(change)
        self.assertEqual({t: self.row(self.teacher, t)["due"] for t in titles}, before)
        self.refused(
            self.teacher.send("POST", "/courses/srv-110/shift", wish | {"days": 300}), 422, "span.outside_term"
        )
        self.refused(self.teacher.send("POST", "/courses/srv-110/shift", wish | {"classes": 1}), 422, "moment.shift")


class Allowances(TimeCase):
    def give(self, **wish: object) -> object:
        return self.teacher.send("POST", "/courses/srv-110/allowances", wish)

    def test_the_demo_student_sees_later_dates_everywhere_and_why(self) -> None:
        own, others = self.row(Caller(ALLOWED), SET_7A), self.row(self.student, SET_7A)
        self.assertEqual((datetime.fromisoformat(own["due"]) - datetime.fromisoformat(others["due"])).days, 2)
        self.assertEqual(own["allowed"]["moments"], ["due"])
        self.assertEqual(own["allowed"]["why"], ["Agreed with the access office for this term"])
        self.assertIsNone(others["allowed"])
        days = {
            e["row"]["title"]: e["day"]
            for w in Caller(ALLOWED).get(TERM).json()["weeks"]
            for d in w["days"]
            for e in d["entries"]
        }
        self.assertEqual(days[SET_7A], "2026-10-10")

    def test_a_due_date_for_one_student_is_told_by_mail_and_taken_back(self) -> None:
        person = Person.objects.get(username=BEHIND)
        done = self.give(
            person_id=person.pk, item_id=self.item(SET_7A).pk, walls={"due": "2026-10-14T12:00"}, why="Field camp"
        )
        self.assertEqual(done.status_code, 200, done.content)
        row = self.row(Caller(BEHIND), SET_7A)
        self.assertEqual((row["due"], row["closes"]), ("2026-10-14T17:00:00Z", "2026-10-14T17:00:00Z"))
        jobs = ProcrastinateJob.objects.filter(task_name="messaging.send_mail").order_by("id")
        told = jobs.last().args
        self.assertEqual(told["to"], person.email)
        self.assertIn("Due: Wed 14 Oct, 12:00", told["body"])
        given = self.teacher.get("/courses/srv-110/allowances").json()["given"][0]
        self.assertEqual((given["whom"], given["why"]), ("Holt, Caspian", "Field camp"))
        self.teacher.send("DELETE", f"/courses/srv-110/allowances/{given['id']}")
        self.assertEqual(self.row(Caller(BEHIND), SET_7A)["due"], self.row(self.student, SET_7A)["due"])
        self.assertIn("has ended", jobs.last().args["body"])

    def test_lateness_is_counted_from_the_students_own_due_moment(self) -> None:
        person = Person.objects.get(username=BEHIND)
        self.give(
            person_id=person.pk,
            item_id=self.item("Set 6A: azimuths and bearings").pk,
            walls={"due": "2026-10-08T23:59"},
        )
        work = Caller(BEHIND)
        path = self.path("Set 6A: azimuths and bearings", "/hand-in")
        work.send("PUT", path, {"text": "Late, but allowed.", "comment": ""})
        receipt = work.send("POST", path).json()
        self.assertEqual(receipt.get("late_seconds"), 0, receipt)

    def test_excused_work_does_not_count_and_more_attempts_open(self) -> None:
        person = Person.objects.get(username=BEHIND)
        item = Item.objects.filter(course=self.course, title__startswith="Set 5A").get()
        self.give(person_id=person.pk, item_id=item.pk, excused=True)
        standing = Caller(BEHIND).get("/courses/srv-110/standing").json()
        rows = {r["id"]: r for c in standing["categories"] for r in c["items"]}
        self.assertEqual((rows[item.pk]["state"], rows[item.pk]["role"]), ("excused", "out"))
        field = self.path("Field book: campus loop", "/hand-in")
        left = Caller(BEHIND).get(field).json()["attempts_left"]
        self.give(person_id=person.pk, item_id=self.item("Field book: campus loop").pk, extra_attempts=3)
        self.assertEqual(Caller(BEHIND).get(field).json()["attempts_left"], left + 3)

    def test_what_makes_no_sense_is_refused_and_nothing_kept(self) -> None:
        count = Allowance.objects.count()
        person = Person.objects.get(username=BEHIND).pk
        for wish, code in (
            ({"person_id": person}, "allowance.nothing"),
            ({"excused": True}, "allowance.for_one"),
            ({"person_id": person, "walls": {"due": "2026-10-14"}}, "allowance.date_needs_item"),
            ({"person_id": person, "shift_minutes": {"due": 10**7}}, "allowance.too_far"),
            ({"person_id": person, "time_factor": "30"}, "allowance.time_factor"),
            (
                {"person_id": person, "item_id": self.item(SET_7A).pk, "walls": {"due": "2026-10-01"}},
                "span.out_of_order",
            ),
            ({"person_id": 0, "excused": True}, "request.not_found"),
        ):
            with self.subTest(code):
                body = self.give(**wish).json()
                self.assertIn(code, [body["title"], *(f["code"] for f in body.get("fields", []))])
        self.assertEqual(Allowance.objects.count(), count)


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


class Today(TimeCase):
    def test_the_day_is_planned_in_order_within_the_budget(self) -> None:
        self.student.send("PUT", "/today/budget", {"minutes": [60, 60, 45, 60, 60, 120, 120]})
        found = self.student.get("/today").json()
        self.assertEqual(found["day"], "2026-10-07")
        self.assertLessEqual(found["planned"], 45)
        self.assertEqual(found["planned"], sum(r["minutes"] for r in found["rows"] + found["locked"]))
        self.assertTrue(found["rows"])
        self.assertEqual([d["budget"] for d in found["days"]], [45, 60, 60, 120, 120, 60, 60])
        dues = [r["due"] for r in found["rows"]]
        self.assertEqual(dues, sorted(dues))

    def test_what_has_closed_undone_takes_no_minutes_of_the_day(self) -> None:
        """The one who is behind has missing work: what can still be done is planned first, what can't is not."""
        behind = Caller(BEHIND)
        missing = [
            r
            for n in range(1, 7)
            for m in behind.get(f"/courses/srv-110/weeks/{n}").json()["modules"]
            for r in m["rows"]
            if r["state"] == "missing"
        ]
        closed = {r["id"] for r in missing if not r["open"] and not r["waits_for"]}
        self.assertTrue(closed)
        found = behind.get("/today").json()
        planned = [*found["rows"], *found["locked"], *found["later"]]
        self.assertEqual({r["item"]["id"] for r in planned} & closed, set())
        self.assertTrue(found["rows"][0]["overdue"])
        week = behind.get("/courses/srv-110/weeks/1").json()
        rows = [r for m in week["modules"] for r in m["rows"]]
        gone = [r for r in rows if r["id"] in closed]
        self.assertTrue(gone)
        self.assertEqual(week["minutes_left"], sum(r["minutes"] for r in rows if not r["done"] and r not in gone))
        self.assertEqual(week["points_at_stake"], 0, "what was missed and has closed is at stake no more")
        named = {i["item"]["id"] for o in found["overflows"] for i in o["items"]}
        self.assertEqual(named & closed, set())

    def test_work_that_must_be_begun_now_stands_apart(self) -> None:
        later = self.student.get("/today").json()["later"]
        self.assertTrue(later)
        for row in later:
            self.assertGreater(row["due"], "2026-10-13T")
            self.assertLess(row["start_by"], "2026-10-14T")

    def test_overload_names_the_day_the_minutes_and_the_work(self) -> None:
        self.student.send("PUT", "/today/budget", {"minutes": [5] * 7})
        over = self.student.get("/today").json()["overflows"]
        self.assertTrue(over)
        self.assertTrue(all(o["minutes"] > 0 and o["items"] for o in over))

    def test_scores_since_the_last_visit_and_a_bad_budget(self) -> None:
        Person.objects.filter(username=KEEPS_UP).update(seen_today_at=datetime(2026, 8, 1, tzinfo=UTC))
        news = self.student.get("/today").json()["news"]
        self.assertTrue(news)
        self.assertTrue(all(n["kind"] == "score" for n in news))
        self.assertEqual(self.student.send("POST", "/today/seen").status_code, 200)
        self.refused(self.student.send("PUT", "/today/budget", {"minutes": [60] * 6}), 422, "person.budget")
        self.refused(self.student.send("PUT", "/today/budget", {"minutes": [60] * 6 + [2000]}), 422, "person.budget")


class TermMap(TimeCase):
    def test_every_due_item_stands_on_its_day_and_the_points_add_up(self) -> None:
        found = self.student.get(TERM).json()
        on_map = [(d["day"], e["row"]["title"]) for w in found["weeks"] for d in w["days"] for e in d["entries"]]
        dated = Item.objects.filter(course=self.course, published=True, removed=False, moments__has_key="due")
        self.assertEqual(len(on_map), dated.count())
        self.assertIn(("2026-10-08", SET_7A), on_map)
        counted = Item.objects.filter(course=self.course, removed=False, practice=False, points__gt=0)
        self.assertEqual(float(found["points"]), float(sum(i.points for i in counted)))
        self.assertEqual(len(found["counted"]), counted.count())
        self.assertEqual([w["number"] for w in found["weeks"]][:3], [0, 1, 2])
        self.assertEqual([w["break_name"] for w in found["weeks"] if w["number"] is None], ["Mid-term break"])

    def test_the_load_of_a_day_is_its_classes_and_the_required_work_due_on_it(self) -> None:
        """Week 7 of section 2: classes of 75 minutes on Mon and Thu, and what the demo has due on each day."""
        efforts = dict(Item.objects.filter(module__week=7, course=self.course).values_list("title", "effort_minutes"))
        cells = self.student.get("/courses/srv-110/ribbon").json()["cells"]
        days = next(c for c in cells if c["number"] == 7)["days"]
        readings = efforts["Latitudes and departures"] + efforts["Latitudes and departures, leg by leg"]
        field = next(m for t, m in efforts.items() if t.startswith("Field book"))
        self.assertEqual(days[0], 75 + readings)
        self.assertEqual((days[3], days[1]), (75 + efforts[SET_7A], 0))
        self.assertEqual(days[6], field + efforts[CHECK_7])
        shown = next(w for w in self.student.get(TERM).json()["weeks"] if w["number"] == 7)
        self.assertEqual([d["minutes"] for d in shown["days"]], days)
        setup = next(w for w in self.teacher.get(SCHEDULE).json()["weeks"] if w["number"] == 7)
        self.assertEqual([d["minutes"] for d in setup["days"]], days)
        Item.objects.filter(title=CHECK_7).update(required=False)
        cells = self.student.get("/courses/srv-110/ribbon").json()["cells"]
        self.assertEqual(next(c for c in cells if c["number"] == 7)["days"][6], field)

    def test_a_closed_course_keeps_students_out_until_it_is_opened(self) -> None:
        self.teacher.send("PUT", "/courses/srv-110/opened", {"done": False})
        self.refused(self.student.get(TERM), 403, "course.not_opened")
        tick = self.student.send("POST", self.path("Latitudes and departures", "/tick"), {"done": False})
        self.refused(tick, 403, "course.not_opened")
        hand_in = self.student.send("PUT", self.path(SET_7A, "/hand-in"), {"text": "x", "comment": ""})
        self.refused(hand_in, 403, "course.not_opened")
        self.assertEqual(self.teacher.get(TERM).status_code, 200)
        self.teacher.send("PUT", "/courses/srv-110/opened", {"done": True})
        self.assertEqual(self.student.get(TERM).status_code, 200)


class Layouts(TimeCase):
    def test_a_person_who_changes_section_gets_the_other_sections_dates(self) -> None:
        own = Enrolment.objects.get(course=self.course, person__username=KEEPS_UP)
        before = self.row(self.student, "Latitudes and departures")["due"]
        other = self.course.sections.exclude(pk=own.section_id).get()
        own.section = other
        own.save()
        self.assertNotEqual(self.row(self.student, "Latitudes and departures")["due"], before)
        self.assertEqual(date.fromisoformat(before[:10]), date(2026, 10, 5))
