"""What a student can reach and what counts: week sheet, locks by address, API and file link, facts."""

from __future__ import annotations

from apps.courses.models import Fact
from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import override_settings

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PNG


class WeekSheet(DemoCase):
    def sheet(self, who: str = KEEPS_UP, key: str = "7", slug: str = "srv-110") -> dict:
        return Caller(who).get(f"/courses/{slug}/weeks/{key}").json()

    def test_items_come_in_path_order_with_their_states(self) -> None:
        rows = self.sheet()["modules"][0]["rows"]
        self.assertEqual([r["number"] for r in rows], [1, 2, 3, 4, 5, 6])
        self.assertEqual([r["state"] for r in rows], ["done", "done", "started", "to_do", "to_do", "locked"])
        self.assertEqual([w["number"] for w in rows[-1]["waits_for"]], [3, 4])
        self.assertEqual(self.sheet()["next_item_id"], rows[2]["id"])

    def test_the_start_is_proposed_from_effort_and_daily_minutes(self) -> None:
        """150 minutes due Sun 10:00, with 35 more after them: at 90 a day they begin on Friday."""
        loop = self.sheet()["modules"][0]["rows"][4]
        self.assertTrue(loop["start_by_proposed"])
        self.assertEqual(loop["start_by"][:10], "2026-10-09")

    def test_work_of_later_weeks_shows_up_when_it_must_be_started(self) -> None:
        self.assertEqual([x["item"]["title"] for x in self.sheet()["later"]], ["Project plan"])

    def test_an_incomplete_module_names_what_holds_it_open(self) -> None:
        module = self.sheet()["modules"][0]
        self.assertEqual([r["number"] for r in module["held_open_by"]], [3, 4, 5, 6])

    def test_a_break_is_a_week_of_its_own_and_unknown_weeks_are_told(self) -> None:
        ribbon = Caller(KEEPS_UP).get("/courses/srv-110/ribbon").json()
        self.assertEqual(len(ribbon["cells"]), 17)
        pause = next(c for c in ribbon["cells"] if c["number"] is None)
        self.assertEqual(self.sheet(key=pause["key"])["break_name"], "Mid-term break")
        self.refused(Caller(KEEPS_UP).get("/courses/srv-110/weeks/99"), 404, "request.not_found")

    def test_hidden_items_are_not_there_for_students(self) -> None:
        teacher = Caller(INSTRUCTOR)
        teacher.send("PATCH", self.path("Set 7B: misclosure and precision"), {"published": False})
        rows = self.sheet()["modules"][0]["rows"]
        self.assertNotIn("Set 7B: misclosure and precision", [r["title"] for r in rows])
        self.assertEqual([r["number"] for r in rows], [1, 2, 3, 4, 5])
        self.refused(Caller(KEEPS_UP).get(self.path("Set 7B: misclosure and precision")), 404, "request.not_found")


class Locks(DemoCase):
    CHECK = "Check 7: traverse computation"

    def test_address_api_and_file_link_refuse_with_the_same_sentence(self) -> None:
        teacher, student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        upload = teacher.send("POST", self.path(self.CHECK, "/images"), file=SimpleUploadedFile("plan.png", PNG))
        by_page = self.refused(student.get(self.path(self.CHECK)), 403, "item.locked")
        by_work = self.refused(student.get(self.path(self.CHECK, "/hand-in")), 403, "item.locked")
        by_write = student.send("PUT", self.path(self.CHECK, "/hand-in"), {"text": "x", "comment": ""})
        by_file = student.client.get(upload.json()["file"]["address"])
        sentences = {r["detail"] for r in (by_page, by_work, by_write.json(), by_file.json())}
        self.assertEqual(len(sentences), 1)
        self.assertIn("Set 7A: latitudes and departures, Set 7B: misclosure and precision", sentences.pop())
        self.assertEqual([s["number"] for s in by_page["steps"]], [3, 4])

    def test_doing_what_is_named_opens_it(self) -> None:
        student = Caller(KEEPS_UP)
        for title in ("Set 7A: latitudes and departures", "Set 7B: misclosure and precision"):
            student.send("PUT", self.path(title, "/hand-in"), {"text": "done", "comment": ""})
            student.send("POST", self.path(title, "/hand-in"))
        self.assertEqual(student.get(self.path(self.CHECK)).status_code, 200)

    def test_before_it_opens_the_moment_is_told(self) -> None:
        told = self.refused(Caller(KEEPS_UP).get(self.path("Sharing out the misclosure")), 403, "item.not_open")
        self.assertIn("Fri 9 Oct, 12:00", told["detail"])

    def test_the_induction_goes_strictly_in_order(self) -> None:
        student = Caller(KEEPS_UP)
        locked = self.refused(student.get(self.path("Never alone")), 403, "item.locked")
        self.assertEqual(locked["steps"][0]["title"], "Before you step out")
        for _ in range(9):
            sheets = [student.get(f"/courses/srv-010/weeks/{n}").json() for n in (1, 2, 3)]
            following = next((s["next_item_id"] for s in sheets if s["next_item_id"]), None)
            if following is None:
                break
            page = student.get(f"/courses/srv-010/items/{following}").json()
            self.finish(student, page)
        [last] = self.modules(student, 3)
        self.assertEqual([i["title"] for i in last["held_open_by"]], ["What you saw"])
        self.assertTrue(all(not m["held_open_by"] for n in (1, 2) for m in self.modules(student, n)))
        for raw, passed in (("5", False), ("6", True)):
            self.score(student, raw)
            with self.subTest(f"{raw} of 10"):
                self.assertEqual(not self.modules(student, 3)[0]["held_open_by"], passed)
                paper = student.get("/courses/srv-010/print/certificate")
                self.assertEqual(paper.status_code, 200 if passed else 403)

    def score(self, student: Caller, raw: str) -> None:
        """By the teacher, over the score that is there."""
        path = self.path("What you saw", f"/hand-ins/{student.person.pk}")
        teacher = Caller(INSTRUCTOR)
        seen = teacher.get(path).json()["score"]["version"]
        body = {"attempt": 1, "raw": raw, "comment": "", "seen_version": seen}
        self.assertEqual(teacher.send("PUT", f"{path}/score", body).status_code, 200)

    def modules(self, student: Caller, n: int) -> list[dict]:
        return student.get(f"/courses/srv-010/weeks/{n}").json()["modules"]

    def finish(self, student: Caller, page: dict) -> None:
        path = f"/courses/srv-010/items/{page['row']['id']}"
        if page["done_rule"] == "ticked":
            answer = student.send("POST", path + "/tick", {"done": True})
        elif page["done_rule"] == "acknowledged":
            answer = student.send("POST", path + "/acknowledgement", {"edition": page["edition"]})
        else:
            student.send("PUT", path + "/hand-in", {"text": "The hoist. The lookout. Stop.", "comment": ""})
            answer = student.send("POST", path + "/hand-in")
        self.assertEqual(answer.status_code, 200, answer.content)


class Facts(DemoCase):
    READING = "Latitudes and departures"

    def test_a_tick_can_be_taken_back(self) -> None:
        student = Caller(KEEPS_UP)
        self.assertTrue(student.get(self.path(self.READING)).json()["row"]["done"])
        gone = student.send("POST", self.path(self.READING, "/tick"), {"done": False}).json()
        self.assertEqual((gone["done"], gone["state"]), (False, "to_do"))
        back = student.send("POST", self.path(self.READING, "/tick"), {"done": True}).json()
        self.assertTrue(back["done"])

    def test_only_items_that_are_ticked_by_hand_can_be(self) -> None:
        answer = Caller(KEEPS_UP).send("POST", self.path("Set 7A: latitudes and departures", "/tick"), {"done": True})
        self.refused(answer, 422, "item.wrong_kind")

    def test_opening_is_noted_once(self) -> None:
        student = Caller(KEEPS_UP)
        path = self.path("Set 7B: misclosure and precision")
        student.send("POST", path + "/opened")
        with override_settings(FIXED_CLOCK="2026-10-08T10:00:00-05:00"):
            student.send("POST", path + "/opened")
        fact = Fact.objects.get(
            item=self.item("Set 7B: misclosure and precision"), kind="opened", person=student.person
        )
        self.assertEqual(fact.at.isoformat(), "2026-10-07T15:20:00+00:00")

    def test_a_changed_text_is_acknowledged_again_when_the_teacher_asks(self) -> None:
        student, teacher = Caller(KEEPS_UP), Caller(INSTRUCTOR)
        path = self.path("Syllabus")
        self.assertTrue(student.get(path).json()["row"]["done"])
        teacher.send("PUT", path + "/text", {"html": "<p>A comma moved.</p>", "ask_again": False})
        self.assertTrue(student.get(path).json()["row"]["done"])
        teacher.send("PUT", path + "/text", {"html": "<p>Two checks are dropped.</p>", "ask_again": True})
        page = student.get(path).json()
        self.assertEqual((page["row"]["done"], page["acknowledged_edition"], page["asked_edition"]), (False, 1, 3))
        self.refused(student.send("POST", path + "/acknowledgement", {"edition": 2}), 409, "item.edition_gone")
        self.assertTrue(student.send("POST", path + "/acknowledgement", {"edition": 3}).json()["done"])
