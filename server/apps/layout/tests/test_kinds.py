"""One contract for every kind of item and every done rule: hidden, shown, locked, done by its rule, undone, copied."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from decimal import Decimal
from typing import Any

from django.core.files.uploadedfile import SimpleUploadedFile
from tests.base import BEHIND, INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.files import PDF
from tests.permission_bodies import BODIES, POSED

from apps.assignments.models import HandIn
from apps.gradebook.models import Cell, GradedItem, Score
from apps.kernel.clock import now
from apps.layout.kinds import kind_of, kinds
from apps.layout.models import Item
from apps.links.tests.reporting import link_to_a_system, reported
from apps.path.models import Fact
from apps.reviews.models import Reading

READING = "Latitudes and departures"
COURSE = "/courses/srv-110"


@dataclass(frozen=True)
class Kind:
    """How an item of a kind becomes done, what is not enough, and what it refuses (request, code)."""

    does: tuple[str, str, Any]
    not_enough: tuple[str, str, Any] | None
    refuses: tuple[str, str, Any]
    code: str
    undo: tuple[str, str, Any] | None = None


TAB = "a-tab-of-mine"
OPEN, TICK = ("POST", "/opened", None), ("POST", "/tick", {"done": True})


KINDS = {
    "page": Kind(TICK, OPEN, ("POST", "/acknowledgement", {"edition": 1}), "item.wrong_kind", ("POST", "/tick", {"done": False})),
    "file": Kind(OPEN, None, TICK, "item.wrong_kind"),
    "link": Kind(OPEN, None, TICK, "item.wrong_kind"),
    "slides": Kind(OPEN, None, ("POST", "/watched", {"position": 1, "seen": [[0, 1]]}), "item.not_watched"),
    "video": Kind(
        ("POST", "/watched", {"position": 95, "seen": [[0, 95]]}),
        ("POST", "/watched", {"position": 40, "seen": [[0, 40]]}),
        TICK,
        "item.wrong_kind",
    ),
    "audio": Kind(
        ("POST", "/watched", {"position": 100, "seen": [[10, 100]]}),
        ("POST", "/watched", {"position": 100, "seen": [[70, 100]]}),
        TICK,
        "item.wrong_kind",
    ),
    "offline": Kind(TICK, OPEN, ("POST", "/watched", {"position": 1, "seen": [[0, 1]]}), "item.not_watched", ("POST", "/tick", {"done": False})),
    "acknowledgement": Kind(
        ("POST", "/acknowledgement", {"edition": 1}), OPEN, ("POST", "/acknowledgement", {"edition": 0}), "item.edition_gone"
    ),
    "discussion": Kind(("POST", "/talk/posts", {"html": "<p>Mine</p>"}), OPEN, TICK, "item.wrong_kind"),
    "quiz": Kind(
        ("POST", "/quiz/hand-in", {"number": 1, "holder": TAB}), ("POST", "/quiz/attempts", {"holder": TAB}), TICK, "item.wrong_kind"
    ),
    "review": Kind(
        ("PUT", "/reviews/1", {"words": "Clear", "points": "1", "edition": 0, "send": True}), OPEN, TICK, "item.wrong_kind"
    ),
    "linked": Kind(("LTI", "", "Completed"), ("LTI", "", "InProgress"), TICK, "item.wrong_kind"),
    "assignment": Kind(("POST", "/hand-in", None), ("PUT", "/hand-in", {"text": "Half", "comment": ""}), TICK, "item.wrong_kind"),
}  # fmt: skip


class Contract(DemoCase):
    def setUp(self) -> None:
        self.teacher, self.student = Caller(INSTRUCTOR), Caller(KEEPS_UP)
        self.module = self.item(READING).module_id

    def made(self, kind: str) -> Item:
        wish = {"kind": kind, "title": f"A new {kind}"}
        told = self.teacher.send("POST", f"{COURSE}/modules/{self.module}/items", wish)
        item = Item.objects.get(pk=told.json()["id"])
        path = self.at(item)
        if kind == "acknowledgement":
            self.teacher.send("PUT", f"{path}/text", {"html": "<p>I read it.</p>", "ask_again": True})
        if kind in ("file", "slides"):
            self.teacher.send("POST", f"{path}/file", file=SimpleUploadedFile("a.pdf", PDF))
        if kind == "link":
            self.teacher.send("PATCH", path, {"address": "https://tables.ostrell.example/levels"})
        if kind_of(kind).recording:
            self.teacher.send("PATCH", path, {"length_seconds": 100})
        if kind == "quiz":
            self.put_a_question(path)
        if kind == "linked":
            link_to_a_system(item)
        if kind == "review":
            work = HandIn.objects.filter(course=item.course, handed_in_at__isnull=False).exclude(
                person=self.student.person
            )
            for reader, position in ((self.student.person, 1), (Caller(BEHIND).person, 1)):
                drawn = work.exclude(person=reader).filter(item__kind="assignment").latest("pk")
                Reading.objects.create(course=item.course, item=item, reader=reader, hand_in=drawn, position=position)
        return item

    def put_a_question(self, path: str) -> None:
        bank = self.teacher.send("POST", f"{COURSE}/banks", {"name": f"Of {path}"}).json()["id"]
        made = self.teacher.send("POST", f"{COURSE}/banks/{bank}/questions", {"name": "Sum", "body": POSED}).json()
        rules = BODIES["put /api/courses/{slug}/items/{item_id}/quiz-setup"]
        wish = {**rules, "slots": [{"question": made["id"], "points": "1"}]}
        self.assertEqual(self.teacher.send("PUT", f"{path}/quiz-setup", wish).status_code, 200)

    def at(self, item: Item, rest: str = "") -> str:
        return f"{COURSE}/items/{item.pk}{rest}"

    def publish(self, item: Item) -> None:
        self.assertEqual(self.teacher.send("PATCH", self.at(item), {"published": True}).status_code, 200)

    def do(self, item: Item, what: tuple[str, str, Any], who: Caller | None = None) -> Any:
        method, rest, body = what
        if method == "LTI":
            return reported(item, who or self.student, body)
        return (who or self.student).send(method, self.at(item, rest), body)

    def done(self, item: Item, who: Caller | None = None) -> bool:
        return bool((who or self.student).get(self.at(item)).json()["row"]["done"])

    def each(self, check: Callable[[str, Item], None]) -> None:
        for kind in KINDS:
            with self.subTest(kind):
                check(kind, self.made(kind))


class Kinds(Contract):
    def test_every_kind_is_in_the_contract(self) -> None:
        self.assertEqual(set(KINDS) | {"heading"}, {kind.code for kind in kinds()})

    def test_a_draft_is_for_teachers(self) -> None:
        def check(kind: str, item: Item) -> None:
            self.assertEqual(self.teacher.get(self.at(item)).status_code, 200)
            self.assertEqual(self.student.get(self.at(item)).status_code, 404)
            self.assertEqual(self.do(item, KINDS[kind].does).status_code, 404)
            self.assertFalse(Fact.objects.filter(item=item).exists())

        self.each(check)

    def test_its_rule_makes_it_done_and_less_does_not(self) -> None:
        def check(kind: str, item: Item) -> None:
            self.publish(item)
            rule = KINDS[kind]
            self.assertFalse(self.done(item))
            if rule.not_enough:
                self.assertEqual(self.do(item, rule.not_enough).status_code, 200)
                self.assertFalse(self.done(item))
            if kind == "assignment":
                self.do(item, ("PUT", "/hand-in", {"text": "The whole", "comment": ""}))
            told = self.do(item, rule.does)
            self.assertEqual(told.status_code, 200, told.content[:200])
            self.assertTrue(self.done(item))
            self.assertFalse(self.done(item, Caller(BEHIND)))
            if rule.undo:
                self.do(item, rule.undo)
                self.assertFalse(self.done(item))

        self.each(check)

    def test_what_does_not_belong_to_it_is_refused_in_a_sentence(self) -> None:
        def check(kind: str, item: Item) -> None:
            self.publish(item)
            told = self.do(item, KINDS[kind].refuses)
            self.refused(told, told.status_code, KINDS[kind].code)
            self.assertFalse(self.done(item))

        self.each(check)

    def test_while_it_is_locked_it_is_refused_for_the_same_reason_everywhere(self) -> None:
        def check(kind: str, item: Item) -> None:
            self.publish(item)
            before = {"on": "done", "items": [self.item("Check 7: traverse computation").pk]}
            wish = {"kind": "item", "id": item.pk, "of": [before]}
            self.assertEqual(self.teacher.send("PUT", f"{COURSE}/conditions", wish).status_code, 200)
            told = self.refused(self.student.get(self.at(item)), 403, "item.locked")
            self.assertEqual(
                self.refused(self.do(item, KINDS[kind].does), 403, "item.locked")["detail"], told["detail"]
            )

        self.each(check)

    def test_once_it_has_closed_nothing_can_be_done_with_it(self) -> None:
        def check(kind: str, item: Item) -> None:
            self.publish(item)
            closed = {"closes": {"on": "absolute", "wall": "2026-10-06T10:00"}}
            Item.objects.filter(pk=item.pk).update(moments=closed)
            self.assertEqual(self.student.get(self.at(item)).status_code, 200)
            if KINDS[kind].does[1] not in ("/opened", "/watched"):
                self.refused(self.do(item, KINDS[kind].does), 403, "item.closed")

        self.each(check)

    def test_a_teacher_counts_it_as_done_with_a_reason_and_takes_that_back(self) -> None:
        def check(kind: str, item: Item) -> None:
            self.publish(item)
            address = self.at(item, f"/people/{self.student.person.pk}")
            wish = {"kind": "done", "on": True, "reason": "Shown in class"}
            self.assertEqual(self.teacher.send("PUT", address, wish).status_code, 200)
            self.assertTrue(self.done(item))
            self.teacher.send("PUT", address, wish | {"on": False})
            self.assertFalse(self.done(item))

        self.each(check)

    def test_a_copy_is_a_draft_of_its_own_with_the_same_rule(self) -> None:
        def check(kind: str, item: Item) -> None:
            self.publish(item)
            wish = {"item_id": item.pk, "into_module": self.module}
            told = self.teacher.send("POST", f"{COURSE}/copy-in", wish)
            self.assertEqual(told.status_code, 200, told.content[:200])
            copy = Item.objects.get(copied_from=item.pk)
            self.assertEqual(
                (copy.kind, copy.done_rule, copy.done_percent, copy.published),
                (kind, item.done_rule, item.done_percent, False),
            )

        self.each(check)


class Rules(Contract):
    """Every done rule on a page: what meets it, and what does not."""

    def ruled(self, **rule: Any) -> Item:
        item = self.made("page")
        self.publish(item)
        told = self.teacher.send("PATCH", self.at(item), {"minutes": 10, **rule})
        self.assertEqual(told.status_code, 200, told.content[:200])
        return item

    def note(self, item: Item, kind: str, **fields: Any) -> None:
        Fact.objects.create(course=self.course, item=item, person=self.student.person, kind=kind, at=now(), **fields)

    def score(self, item: Item, points: int, released: bool) -> None:
        graded, _ = GradedItem.objects.get_or_create(course=self.course, item=item)
        cell, _ = Cell.objects.get_or_create(graded_item=graded, person=self.student.person)
        Score.objects.update_or_create(
            cell=cell,
            attempt=1,
            defaults={"raw": Decimal(points), "graded_at": now(), "released_at": now() if released else None},
        )

    def test_opened(self) -> None:
        item = self.ruled(done_rule="opened")
        self.do(item, OPEN)
        self.assertTrue(self.done(item))

    def test_attended(self) -> None:
        item = self.ruled(done_rule="attended")
        self.do(item, OPEN)
        self.assertFalse(self.done(item))
        self.note(item, Fact.ATTENDED)
        self.assertTrue(self.done(item))

    def test_scored_at_least_counts_once_it_is_out_and_no_longer_when_it_falls(self) -> None:
        item = self.ruled(done_rule="scored", done_percent=60, points=10)
        self.score(item, 6, released=False)
        self.assertFalse(self.done(item))
        self.score(item, 5, released=True)
        self.assertFalse(self.done(item))
        self.score(item, 6, released=True)
        self.assertTrue(self.done(item))
        self.score(item, 3, released=True)
        self.assertFalse(self.done(item))

    def test_any_of_two_and_all_of_two(self) -> None:
        parts = [{"rule": "opened"}, {"rule": "ticked"}]
        either, both = self.ruled(done_rule="any", done_parts=parts), self.ruled(done_rule="all", done_parts=parts)
        for item in (either, both):
            self.do(item, OPEN)
        self.assertEqual((self.done(either), self.done(both)), (True, False))
        self.do(both, TICK)
        self.assertTrue(self.done(both))

    def test_an_older_edition_is_no_acknowledgement_of_the_newer(self) -> None:
        item = self.made("acknowledgement")
        self.publish(item)
        self.do(item, ("POST", "/acknowledgement", {"edition": 1}))
        self.teacher.send("PUT", self.at(item, "/text"), {"html": "<p>Other words.</p>", "ask_again": True})
        self.assertFalse(self.done(item))
        self.refused(self.do(item, ("POST", "/acknowledgement", {"edition": 1})), 409, "item.edition_gone")
        self.do(item, ("POST", "/acknowledgement", {"edition": 2}))
        self.assertTrue(self.done(item))

    def test_a_share_beyond_the_whole_is_refused(self) -> None:
        item = self.made("page")
        for percent in (101, -5):
            told = self.teacher.send("PATCH", self.at(item), {"done_rule": "scored", "done_percent": percent})
            self.refused(told, 422, "item.percent")
            parts = [{"rule": "watched", "percent": percent}]
            told = self.teacher.send("PATCH", self.at(item), {"done_rule": "any", "done_parts": parts})
            self.refused(told, 422, "item.percent")
        self.assertEqual(Item.objects.get(pk=item.pk).done_rule, "ticked")
