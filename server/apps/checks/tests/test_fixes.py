"""Every rule of the date check over the API: a course is broken, the finding names it, its fix mends it, undo is honest."""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime
from typing import Any

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.cases import schedule_in
from unvo_core.check.run import RULES

from apps.checks.sentences import FINDINGS
from apps.courses.models import Course
from apps.gradebook.models import Category, GradedItem
from apps.kernel.models import AuditRecord
from apps.layout.models import Item, Module

CHECK_PATH = "/courses/srv-110/date-check"


SET_7A, SET_7B, CHECK_7 = (
    "Set 7A: latitudes and departures",
    "Set 7B: misclosure and precision",
    "Check 7: traverse computation",
)


READING = "Latitudes and departures"


def on(wall: str) -> dict[str, Any]:
    return {"on": "absolute", "wall": wall}


def moments(title: str, **walls: str) -> None:
    """The item's moments are these and no others."""
    Item.objects.filter(title=title, course__slug="srv-110").update(moments={n: on(w) for n, w in walls.items()})


def change(item: str, **fields: Any) -> None:
    Item.objects.filter(title=item, course__slug="srv-110").update(**fields)


def hide_week_7() -> None:
    Module.objects.filter(course__slug="srv-110", week=7).update(published=False)


def misname_week_7() -> None:
    Module.objects.filter(course__slug="srv-110", week=7).update(title="Traverses from Monday, 12 October")


def without_category() -> None:
    GradedItem.objects.filter(item__title=SET_7A).update(category=None)


def wait_for_what_is_gone() -> None:
    gone = Item.objects.get(title="Set 6A: azimuths and bearings", course__slug="srv-110")
    Item.objects.filter(pk=gone.pk).update(removed=True)
    change(SET_7B, conditions={"join": "all", "of": [{"on": "done", "items": [gone.pk], "of": None}]})


def lighter_homework() -> None:
    Category.objects.filter(course__slug="srv-110", name="Homework").update(weight=10)


def drop_all() -> None:
    Category.objects.filter(course__slug="srv-110", name="Mid-term").update(drop_lowest=1)


def off_the_path() -> None:
    change("Field book: areas", removed=True)


def pile_up() -> None:
    for title in (SET_7A, SET_7B, "Field book: campus loop"):
        moments(title, due="2026-10-09T23:59")


BROKEN: dict[str, tuple[Callable[[], None], str]] = {
    "span.order": (lambda: moments(SET_7B, opens="2026-10-09T00:00", due="2026-10-08T23:59"), SET_7B),
    "moment.nowhere": (
        lambda: change(SET_7B, moments={"due": {"on": "class", "number": 99, "edge": "start", "minutes": 0}}),
        SET_7B,
    ),
    "moment.outside_term": (lambda: moments(SET_7B, due="2027-02-01T23:59"), SET_7B),
    "moment.day_off": (lambda: moments(SET_7B, due="2026-10-21T23:59"), SET_7B),
    "opens.after_week": (lambda: moments(SET_7B, opens="2026-10-14T00:00", due="2026-10-15T23:59"), SET_7B),
    "due.odd_time": (lambda: moments(SET_7B, due="2026-10-09T17:37"), SET_7B),
    "due.piled_up": (pile_up, SET_7A),
    "due.before_awaited": (lambda: moments(CHECK_7, due="2026-10-06T23:59"), CHECK_7),
    "waits.on_hidden": (lambda: change(SET_7A, published=False), CHECK_7),
    "waits.on_undated": (lambda: change(SET_7A, moments={}), CHECK_7),
    "waits.on_gone": (wait_for_what_is_gone, SET_7B),
    "module.hidden": (hide_week_7, "Traverse computation"),
    "title.twice": (lambda: change(SET_7B, title=SET_7A), SET_7A),
    "exam.no_place": (lambda: change("Mid-term", place=""), "Mid-term"),
    "points.none": (lambda: change(SET_7B, points=0), SET_7B),
    "category.none": (without_category, SET_7A),
    "weights.not_100": (lighter_homework, ""),
    "drops.all": (drop_all, "Mid-term"),
    "done.never": (lambda: change(SET_7A, takes_hand_ins=False), SET_7A),
    "title.unlike_due": (lambda: change(SET_7B, title="Set 7B, due 13 October"), "Set 7B, due 13 October"),
    "title.unlike_week": (misname_week_7, "Traverses from Monday, 12 October"),
    "graded.ghost": (off_the_path, "Field book: areas"),
}


SAID = {
    "prose.weekday": ("<p>Bring the tape on Monday, 7 October.</p>", "Wednesday, 7 October"),
    "prose.unlike_item": ('<p>Hand <a href="/c/srv-110/item/{id}">the set</a> in by 7 October.</p>', "by 8 October"),
    "link.gone": ('<p>See <a href="/c/srv-110/item/999999">the old set</a> first.</p>', "See the old set first"),
}


ELSEWHERE = {
    "prose.outside_term": "the re-dated course of test_transfer",
    "week.over_load": "test_layout: the items move with their dates, and both weeks are within their bar after",
    "waits.for_nobody": "test_copying: a copied course, whose groups are empty; what is meant nobody but a teacher knows",
    "live.off_pattern": "nothing is a live class yet: core/tests only",
    "linked.not_in_use": "apps.links: test_deploying",
    **dict.fromkeys(
        ("linked.due_differs", "linked.section_differs", "linked.no_system", "linked.stray"), "apps.links: test_dates"
    ),
}


class Fixes(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def findings(self, code: str) -> list[dict[str, Any]]:
        found = self.teacher.get(CHECK_PATH).json()["findings"]
        return [f for f in found if f["code"] == code]

    def mend(self, code: str, about: str) -> None:
        """The finding is there, in a whole sentence, leads to its place, and its fix settles it."""
        found = self.findings(code)
        self.assertTrue(found, code)
        one = next((f for f in found if about in f["sentence"] or about == f["about"]), None)
        self.assertIsNotNone(one, (about, [f["sentence"] for f in found]))
        assert one is not None
        self.assertTrue(one["sentence"].endswith("."), one["sentence"])
        self.assertNotIn("%(", one["sentence"] + (one["fix"] or ""))
        self.assertTrue(one["fix"], one["sentence"])
        if one["address"]:
            self.assertTrue(one["address"].startswith("/c/srv-110/"), one["address"])
        records = AuditRecord.objects.count()
        told = self.teacher.send("POST", f"{CHECK_PATH}/fix", {"keys": [one["key"]]})
        self.assertEqual(told.status_code, 200, told.content[:300])
        self.assertGreater(AuditRecord.objects.count(), records, "the change is recorded")
        self.assertNotIn(one["key"], [f["key"] for f in self.findings(code)])
        again = self.teacher.send("POST", f"{CHECK_PATH}/fix", {"keys": [one["key"]]})
        self.refused(again, 409, "check.gone")

    def test_each_finding_is_said_and_mended(self) -> None:
        for code, (spoil, about) in BROKEN.items():
            with self.subTest(code):
                self.assertNotIn(code, [f["code"] for f in self.findings(code) if about and about in f["sentence"]])
                spoil()
                self.mend(code, about)
                # The next rule finds the course as it was: rows of the demo are put back.
                self.restore()

    def restore(self) -> None:
        for row in self.before["items"]:
            Item.objects.filter(pk=row["id"]).update(**row)
        for row in self.before["modules"]:
            Module.objects.filter(pk=row["id"]).update(**row)
        for row in self.before["categories"]:
            Category.objects.filter(pk=row["id"]).update(**row)
        for row in self.before["graded"]:
            graded = GradedItem.objects.filter(pk=row["id"])
            if not graded.update(**row):
                GradedItem.objects.create(**row)

    @classmethod
    def setUpTestData(cls) -> None:
        super().setUpTestData()
        own = {"course": cls.course}
        cls.before = {
            "items": list(
                Item.objects.filter(**own).values(
                    "id",
                    "title",
                    "moments",
                    "conditions",
                    "published",
                    "removed",
                    "points",
                    "place",
                    "practice",
                    "takes_hand_ins",
                    "done_rule",
                )
            ),
            "modules": list(Module.objects.filter(**own).values("id", "published", "title")),
            "categories": list(Category.objects.filter(**own).values("id", "weight", "drop_lowest", "drop_highest")),
            "graded": list(GradedItem.objects.filter(**own).values()),
        }

    def test_what_a_page_says_is_mended_in_its_own_words(self) -> None:
        for code, (html, wanted) in SAID.items():
            with self.subTest(code):
                html = html.replace("{id}", str(self.item(SET_7A).pk))
                self.teacher.send("PUT", self.path(READING, "/text"), {"html": html})
                self.mend(code, READING)
                page = self.teacher.get(self.path(READING)).json()
                self.assertIn(wanted, page["html"].replace("</a>", "").replace('<a href="/c/srv-110/item', "<"))

    def test_what_is_to_be_announced_is_read_and_mended_and_what_was_said_is_not(self) -> None:
        wish = {"title": "Boots", "html": "<p>Bring boots on Monday 8 October.</p>", "moment": "2026-10-20T09:00"}
        pk = self.teacher.send("POST", "/courses/srv-110/announcements", wish).json()["id"]
        self.teacher.send("POST", "/courses/srv-110/announcements", wish | {"moment": None, "published": True})
        found = self.teacher.get(CHECK_PATH).json()["findings"]
        [one] = [f for f in found if "Monday 8 October" in f["sentence"]]
        self.assertIn(f"/talk?said={pk}", one["address"])
        rows = self.teacher.get("/desk").json()["rows"]
        self.assertTrue(
            any("Monday 8 October" in line for r in rows if r["kind"] == "date_check" for line in r["lines"])
        )
        told = self.teacher.send("POST", f"{CHECK_PATH}/fix", {"keys": [one["key"]]})
        self.assertEqual(told.status_code, 200, told.content[:300])
        announced = self.teacher.get("/courses/srv-110/announcements").json()["announcements"]
        self.assertIn("<p>Bring boots on Thursday 8 October.</p>", [a["html"] for a in announced if a["id"] == pk])
        again = self.teacher.get(CHECK_PATH).json()["findings"]
        self.assertFalse([f for f in again if "Monday 8 October" in f["sentence"]])

    def test_what_was_announced_last_term_is_read_in_a_copy_and_dated_anew(self) -> None:
        """Class 14 was on Thursday 8 October; what stands for it in the copy's term is said in its place."""
        said = {"title": "Boots", "html": "<p>Bring boots on Thursday 8 October.</p>", "published": True}
        self.teacher.send("POST", "/courses/srv-110/announcements", said)
        self.teacher.send("POST", "/courses/srv-110/copy", {"title": "Copy", "code": "C 1"})
        copy = f"/courses/{Course.objects.get(copied_from__slug='srv-110').slug}"
        spring = {"name": "Spring", "first_day": "2027-01-11", "last_day": "2027-05-07", "breaks": []}
        schedule = schedule_in(self.teacher.get(f"{copy}/schedule").json()) | spring
        moved = self.teacher.send("POST", f"{copy}/term-move", {"how": "redate", "schedule": schedule})
        self.assertEqual(moved.status_code, 200, moved.content[:300])
        found = self.teacher.get(f"{copy}/date-check").json()["findings"]
        [one] = [f for f in found if "Thursday 8 October" in f["sentence"] and "/talk?said=" in f["address"]]
        mended = self.teacher.send("POST", f"{copy}/date-check/fix", {"keys": [one["key"]]})
        self.assertEqual(mended.status_code, 200, mended.content[:300])
        [html] = [
            a["html"]
            for a in self.teacher.get(f"{copy}/announcements").json()["announcements"]
            if a["title"] == "Boots"
        ]
        day = self.teacher.get(f"{copy}/term").json()
        classes = [c for w in day["weeks"] for d in w["days"] for c in d["classes"]]
        start = datetime.fromisoformat(next(c["start"] for c in classes if c["number"] == 14))
        self.assertIn(f"{start:%A} {start.day} {start:%B}", html)

    def test_every_rule_is_tried_here_or_says_where(self) -> None:
        self.assertEqual(
            sorted([*BROKEN, *SAID, *ELSEWHERE]), sorted(code for code in FINDINGS if not code.endswith(".uncured"))
        )
        self.assertGreaterEqual(len(RULES), 20)

    def test_two_fixes_at_one_place_are_both_done_and_taken_back(self) -> None:
        moments(SET_7B, opens="2027-02-02T00:00", due="2027-02-01T23:59")
        before = self.item(SET_7B).moments
        found = self.teacher.get(CHECK_PATH).json()["findings"]
        told = self.teacher.send("POST", f"{CHECK_PATH}/fix", {"keys": [f["key"] for f in found if f["fix"]]})
        self.assertEqual(told.status_code, 200, told.content[:300])
        self.assertEqual([f for f in self.findings("span.order") if SET_7B in f["sentence"]], [])
        self.assertEqual([f for f in self.findings("moment.outside_term") if SET_7B in f["sentence"]], [])
        self.assertIsNotNone(told.json()["undo"])
        back = self.teacher.send("POST", f"/courses/srv-110/changes/{told.json()['undo']}/undo")
        self.assertEqual(back.status_code, 200, back.content[:200])
        self.assertEqual(self.item(SET_7B).moments, before)

    def test_fixes_of_gradebook_texts_and_layout_are_set_back_as_one(self) -> None:
        without_category()
        lighter_homework()
        moments(SET_7B, due="2026-10-09T17:37")
        self.teacher.send("PUT", self.path(READING, "/text"), {"html": SAID["prose.weekday"][0]})
        keys = [self.findings(code)[0]["key"] for code in ("category.none", "weights.not_100", "prose.weekday")]
        keys.append(next(f["key"] for f in self.findings("due.odd_time") if SET_7B in f["sentence"]))
        told = self.teacher.send("POST", f"{CHECK_PATH}/fix", {"keys": keys}).json()
        self.assertFalse({f["key"] for f in told["findings"]} & set(keys))
        back = self.teacher.send("POST", f"/courses/srv-110/changes/{told['undo']}/undo")
        self.assertEqual(back.status_code, 200, back.content[:300])
        again = {f["key"] for f in self.teacher.get(CHECK_PATH).json()["findings"]}
        self.assertLessEqual(set(keys), again)
        self.assertIn("Monday, 7 October", self.teacher.get(self.path(READING)).json()["html"])

    def test_students_neither_see_nor_mend(self) -> None:
        student = Caller(KEEPS_UP)
        self.refused(student.get(CHECK_PATH), 403, "course.teachers_only")
        self.refused(student.send("POST", f"{CHECK_PATH}/fix", {"keys": ["x"]}), 403, "course.instructors_only")

    def test_what_is_meant_so_stays_away_until_it_changes(self) -> None:
        moments(SET_7B, due="2026-10-09T17:37")
        key = self.findings("due.odd_time")[0]["key"]
        self.teacher.send("POST", f"{CHECK_PATH}/waive", {"key": key, "waived": True})
        self.assertTrue(self.findings("due.odd_time")[0]["waived"])
        moments(SET_7B, due="2026-10-09T17:38")
        self.assertFalse(self.findings("due.odd_time")[0]["waived"])
