"""Copying an item or a module, within a course and from another: links, conditions, files, grading, one undo."""

from __future__ import annotations

from typing import Any

from tests.base import INSTRUCTOR, Caller, DemoCase

from apps.assignments.models import Brief
from apps.courses.models import Course, Enrolment, Group, Section
from apps.gradebook.models import GradedItem
from apps.kernel.models import StoredFile
from apps.layout.models import Item, ItemText, Module, Part

SET_A, SET_B, CHECK = (
    "Set 7A: latitudes and departures",
    "Set 7B: misclosure and precision",
    "Check 7: traverse computation",
)


READING = "Latitudes and departures"


class Copying(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        self.week7 = Item.objects.get(title=READING).module_id

    def copy(self, slug: str = "srv-110", **wish: Any) -> Any:
        return self.teacher.send("POST", f"/courses/{slug}/copy-in", wish)

    def latest(self, title: str) -> Item:
        return Item.objects.filter(title=title, removed=False).latest("id")

    def module(self, week: int) -> Module:
        return Module.objects.filter(course=self.course, week=week, removed=False).latest("id")

    def test_an_item_copied_into_a_later_week_keeps_its_weekday_and_counts(self) -> None:
        old = self.item(SET_A)
        told = self.copy(item_id=old.pk, into_module=self.module(9).pk)
        self.assertEqual(told.status_code, 200, told.content)
        new = self.latest(SET_A)
        self.assertEqual((new.published, new.module.week, new.copied_from), (False, 9, old.pk))
        self.assertEqual(new.moments["due"], old.moments["due"] | {"week": 9})
        self.assertEqual(GradedItem.objects.get(item=new).category, GradedItem.objects.get(item=old).category)
        self.assertEqual(Brief.objects.get(item=new).most_files, Brief.objects.get(item=old).most_files)
        self.assertEqual(ItemText.objects.get(item=new).html, ItemText.objects.filter(item=old).latest("edition").html)

    def test_conditions_keep_naming_items_of_the_same_course(self) -> None:
        old = self.item(CHECK)
        self.copy(item_id=old.pk, into_module=self.week7)
        self.assertEqual(self.latest(CHECK).conditions, old.conditions)
        self.assertEqual(self.latest(CHECK).part_id, old.part_id)

    def test_a_module_comes_with_parts_inner_conditions_and_files_and_one_undo(self) -> None:
        change = self.copy(module_id=self.week7, into_week=10).json()["change"]
        module = self.module(10)
        new = {i.title: i for i in Item.objects.filter(module=module)}
        self.assertEqual((module.title, module.published, len(new)), ("Traverse computation", False, 7))
        named = new[CHECK].conditions["of"][0]["items"]
        self.assertEqual(set(named), {new[SET_A].pk, new[SET_B].pk})
        self.assertEqual({p.title for p in module.parts.all()}, {"Before Monday’s class", "After class"})
        page = self.teacher.get(f"/courses/srv-110/items/{new[READING].pk}").json()
        for file in (page["resources"][0]["file"], {"address": page["html"].split('src="')[1].split('"')[0]}):
            self.assertEqual(self.teacher.client.get(file["address"]).status_code, 200)
        self.assertNotEqual(new[READING].files.get().file_id, self.item_of(self.week7, READING).files.get().file_id)
        self.teacher.send("POST", f"/courses/srv-110/changes/{change}/undo")
        self.assertFalse(Module.objects.filter(pk=module.pk, removed=False).exists())
        self.assertFalse(Item.objects.filter(module=module, removed=False).exists())

    def item_of(self, module_id: int, title: str) -> Item:
        return Item.objects.get(module_id=module_id, title=title)

    def test_from_another_course_what_did_not_come_along_is_dropped(self) -> None:
        other = Course.objects.create(slug="other", code="O 1", title="Other", zone="UTC")
        Enrolment.objects.create(course=other, person=self.teacher.person, role=Enrolment.INSTRUCTOR)
        module = Module.objects.create(course=other, title="Here", position=10)
        told = self.copy("other", from_slug="srv-110", item_id=self.item(CHECK).pk, into_module=module.pk)
        self.assertEqual(told.status_code, 200, told.content)
        new = self.latest(CHECK)
        self.assertEqual((new.course, new.conditions), (other, {}))
        self.assertIsNone(GradedItem.objects.get(item=new).category)

    def groups_and_conditions(self) -> tuple[Group, Section]:
        """Week 7's module and its second part wait for an item; set A is for a group and a section."""
        group = Group.objects.create(course=self.course, name="Crew 1")
        section = self.course.sections.order_by("pk")[0]
        wait = {"join": "all", "of": [{"on": "done", "items": [self.item(READING).pk], "of": None}]}
        Module.objects.filter(pk=self.week7).update(conditions=wait)
        Part.objects.filter(module=self.week7, title="After class").update(conditions=wait)
        only = {"join": "all", "of": [{"on": "for", "groups": [group.pk], "sections": [section.pk]}]}
        Item.objects.filter(pk=self.item(SET_A).pk).update(conditions=only)
        return group, section

    def test_a_copied_course_names_its_own_items_groups_and_sections_everywhere(self) -> None:
        group, section = self.groups_and_conditions()
        made = self.teacher.send("POST", "/courses/srv-110/copy", {"title": "Again", "code": "SRV 110"}).json()["slug"]
        course = Course.objects.get(slug=made)
        reading = Item.objects.get(course=course, title=READING).pk
        module = Module.objects.get(course=course, week=7)
        for row in (module, module.parts.get(title="After class")):
            self.assertEqual(row.conditions["of"][0]["items"], [reading])
        only = Item.objects.get(course=course, title=SET_A).conditions["of"][0]
        self.assertEqual(Group.objects.get(pk=only["groups"][0]).course, course)
        self.assertEqual((len(only["groups"]), Group.objects.get(pk=only["groups"][0]).name), (1, group.name))
        self.assertEqual(Section.objects.get(pk=only["sections"][0]).number, section.number)
        self.assertEqual(Section.objects.get(pk=only["sections"][0]).course, course)
        copies = StoredFile.objects.filter(owner_kind="item", owner_id__in=course.items.values("pk"))
        self.assertEqual({file.course_id for file in copies}, {course.pk}, "they count in the room of the copy")
        told = self.teacher.get(f"/courses/{made}/date-check").json()
        self.assertIn(SET_A, [f["about"] for f in told["findings"] if f["code"] == "waits.for_nobody"])

    def test_a_module_for_another_course_takes_groups_by_name_and_drops_what_is_not_there(self) -> None:
        self.groups_and_conditions()
        other = Course.objects.create(slug="other", code="O 1", title="Other", zone="UTC")
        Enrolment.objects.create(course=other, person=self.teacher.person, role=Enrolment.INSTRUCTOR)
        self.assertEqual(self.copy("other", from_slug="srv-110", module_id=self.week7).status_code, 200)
        new = Item.objects.get(course=other, title=SET_A)
        self.assertEqual(new.conditions, {}, "kept, it would be for nobody")
        part = Part.objects.get(module__course=other, title="After class")
        self.assertEqual(part.conditions["of"][0]["items"], [Item.objects.get(course=other, title=READING).pk])
        theirs = Group.objects.create(course=other, name="Crew 1")
        self.copy("other", from_slug="srv-110", module_id=self.week7)
        again = Item.objects.filter(course=other, title=SET_A).latest("pk")
        self.assertEqual(again.conditions["of"][0], {"on": "for", "groups": [theirs.pk], "sections": []})

    def test_the_fix_of_a_wait_at_part_or_module_ends_it(self) -> None:
        self.groups_and_conditions()
        gone = self.item(READING)
        Item.objects.filter(pk=gone.pk).update(published=False)
        path = "/courses/srv-110/date-check"

        def waits() -> list[dict[str, Any]]:
            told = self.teacher.get(path).json()
            return [f for f in told["findings"] if f["code"] == "waits.on_hidden" and READING in f["sentence"]]

        found = waits()
        self.assertTrue(found)
        self.assertEqual(self.teacher.send("POST", f"{path}/fix", {"keys": [f["key"] for f in found]}).status_code, 200)
        self.assertEqual(waits(), [])
        self.assertEqual(Module.objects.get(pk=self.week7).conditions, {})
        self.assertEqual(Part.objects.get(module=self.week7, title="After class").conditions, {})

    def test_it_takes_leave_to_lay_out_both_courses_and_a_week_that_is_there(self) -> None:
        stranger = Course.objects.create(slug="closed", code="C 1", title="Closed", zone="UTC")
        module = Module.objects.create(course=stranger, title="Theirs", position=10)
        told = self.copy(from_slug="closed", module_id=module.pk, into_week=9)
        self.refused(told, 404, "request.not_found")
        self.refused(self.copy(module_id=self.week7, into_week=40), 422, "module.week")
        self.refused(self.copy(item_id=0, into_module=self.week7), 404, "request.not_found")
        self.refused(self.copy(item_id=self.item(CHECK).pk, into_module=module.pk), 404, "request.not_found")
