"""What is locked is locked by address, by the API and by file link, for the same reason."""

from __future__ import annotations

from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PNG


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
