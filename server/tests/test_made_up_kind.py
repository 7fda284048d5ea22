"""A kind of item that no app knows, and a done rule of its own: a line in each table is enough for every room."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import timedelta
from io import BytesIO
from typing import Any
from unittest import mock

import icalendar
import pypdf
from apps.courses.models import Course
from apps.kernel.public import Allowed, Denied, Verdict, now
from apps.layout import kinds
from apps.layout.models import Item, Module
from apps.path.models import Fact
from unvo_core.path.facts import ItemFacts, Mark

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase

COURSE = "/courses/srv-110"
TITLE = "Field trip to the old bridge"


@dataclass(frozen=True)
class WasThereAndTicked:
    """Done by being there and saying so."""

    def met(self, facts: ItemFacts, mark: Mark) -> bool:
        return facts.attended_at is not None and facts.ticked_at is not None


def only_with_dates(course: Course) -> Verdict:
    return Allowed() if course.term_id else Denied("redate.no_term")


RULE = kinds.RuleKind(code="was_there", word="there, and told", make=lambda _percent, _edition: WasThereAndTicked())
TRIP = kinds.ItemKind(
    code="trip",
    word="Field trip",
    first_rule="was_there",
    rules=("was_there",),
    written=True,
    live=True,
    shelf="recordings",
    may_be_made=only_with_dates,
)


class MadeUpKind(DemoCase):
    def setUp(self) -> None:
        for table in ("_rules", "_kinds"):
            kept = mock.patch.dict(getattr(kinds, table))
            kept.start()
            self.addCleanup(kept.stop)
        kinds._rules[RULE.code] = RULE
        kinds.add_kind(TRIP)
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        self.made = self.make(Module.objects.get(course=self.course, week=7))

    def make(self, module: Module) -> Item:
        wish = {"kind": "trip", "title": TITLE}
        told = self.teacher.send("POST", f"/courses/{module.course.slug}/modules/{module.pk}/items", wish)
        self.assertEqual(told.status_code, 200, told.content)
        item = Item.objects.get(pk=told.json()["id"])
        due = (now() + timedelta(days=1)).astimezone().strftime("%Y-%m-%dT%H:%M")
        self.teacher.send("PATCH", self.at(item), {"published": True, "minutes": 45})
        self.teacher.send("PUT", self.at(item, "/moments"), {"due": due})
        return item

    def at(self, item: Item, rest: str = "") -> str:
        return f"{COURSE}/items/{item.pk}{rest}"

    def row(self, who: Caller) -> dict[str, Any]:
        rows = [r for m in who.get(f"{COURSE}/weeks/7").json()["modules"] for r in m["rows"]]
        return next(r for r in rows if r["title"] == TITLE)

    def test_the_editors_list_has_it_with_the_rules_that_fit(self) -> None:
        told = self.teacher.get("/kinds").json()
        trip = next(k for k in told["kinds"] if k["code"] == "trip")
        self.assertEqual((trip["word"], trip["rules"]), ("Field trip", ["opened", "ticked", "scored", "was_there"]))
        self.assertIn(
            {"code": "was_there", "word": "there, and told"},
            [{"code": r["code"], "word": r["word"]} for r in told["rules"]],
        )

    def test_it_stands_on_the_week_sheet_of_students_and_teachers(self) -> None:
        self.assertEqual((self.row(self.student)["kind"], self.row(self.student)["state"]), ("trip", "to_do"))
        self.assertEqual(self.row(self.teacher)["of_class"]["students"], self.STUDENTS)

    def test_today_plans_it_and_search_finds_it(self) -> None:
        today = self.student.get("/today").json()
        self.assertIn(TITLE, [r["item"]["title"] for r in today["rows"]])
        hits = self.student.get(f"{COURSE}/search?q=old+bridge").json()["hits"]
        self.assertEqual([(h["item"]["title"], h["kind"]) for h in hits], [(TITLE, "trip")])

    def test_it_is_on_the_printed_checklist_in_the_calendar_and_on_its_shelf(self) -> None:
        pages = pypdf.PdfReader(BytesIO(self.student.get(f"{COURSE}/print/weeks/7").content)).pages
        self.assertIn("old bridge", " ".join(" ".join(p.extract_text() for p in pages).split()))
        feed = icalendar.Calendar.from_ical(self.student.get(f"{COURSE}/calendar.ics").content)
        self.assertIn(f"Due: {TITLE} (SRV 110)", [str(e["summary"]) for e in feed.walk("VEVENT")])
        shelf = self.student.get(f"{COURSE}/library").json()["from_path"]
        self.assertIn(("recordings", TITLE), [(one["shelf"], one["title"]) for one in shelf])

    def test_it_counts_as_done_by_its_rule_and_by_nothing_less(self) -> None:
        self.assertEqual(self.student.send("POST", self.at(self.made, "/opened")).status_code, 200)
        self.assertFalse(self.row(self.student)["done"])
        stamp = {"course": self.course, "item": self.made, "person": self.student.person, "at": now()}
        Fact.objects.create(kind=Fact.ATTENDED, **stamp)
        self.assertFalse(self.row(self.student)["done"])
        Fact.objects.create(kind=Fact.TICKED, **stamp)
        self.assertTrue(self.row(self.student)["done"])
        self.assertEqual(self.row(self.teacher)["of_class"]["done"], 1)

    def test_its_app_refuses_it_where_it_makes_no_sense(self) -> None:
        undated = Module.objects.filter(course=self.induction).first()
        told = self.teacher.send(
            "POST", f"/courses/srv-010/modules/{undated.pk}/items", {"kind": "trip", "title": TITLE}
        )
        self.refused(told, 403, "redate.no_term")
        self.assertFalse(Item.objects.filter(course=self.induction, kind="trip").exists())

    def test_the_date_check_knows_that_it_is_held_at_a_class(self) -> None:
        found = self.teacher.get(f"{COURSE}/date-check").json()["findings"]
        self.assertIn(("live.off_pattern", TITLE), [(f["code"], f["about"]) for f in found])

    def test_a_kind_that_no_table_has_is_refused(self) -> None:
        wish = {"kind": "excursion", "title": TITLE}
        told = self.teacher.send("POST", f"{COURSE}/modules/{self.made.module_id}/items", wish)
        self.refused(told, 422, "request.unreadable")

    def test_a_code_stands_once_and_its_rules_are_there(self) -> None:
        with self.assertRaises(ValueError):
            kinds.add_kind(TRIP)
        with self.assertRaises(ValueError):
            kinds.add_kind(kinds.ItemKind(code="other", word="Other", first_rule="by_magic"))
