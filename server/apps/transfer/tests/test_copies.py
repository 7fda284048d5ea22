"""A copied course: what comes along, and what stays behind."""

from __future__ import annotations

from tests.base import KEEPS_UP, Caller
from tests.cases import OtherTerms

from apps.assignments.models import Brief
from apps.courses.models import Course
from apps.gradebook.models import GradedItem
from apps.layout.models import Item, ItemText

COPY, SUMMER = "srv-110-2", "sta-205"


class Copies(OtherTerms):
    def test_links_conditions_briefs_and_grading_come_along_and_no_work_does(self) -> None:
        source, copy = (Course.objects.get(slug=s) for s in ("srv-110-spring", COPY))
        old, new = ({i.title: i for i in Item.objects.filter(course=c, removed=False)} for c in (source, copy))
        self.assertEqual(set(old), set(new))
        check = new["Check 7: traverse computation"]
        waits = old["Check 7: traverse computation"].conditions["of"][0]["items"]
        self.assertEqual(
            [Item.objects.get(pk=i).title for i in check.conditions["of"][0]["items"]],
            [Item.objects.get(pk=i).title for i in waits],
        )
        self.assertTrue(all(Item.objects.get(pk=i).course_id == copy.pk for i in check.conditions["of"][0]["items"]))
        news = ItemText.objects.get(item=new["News for the field weeks"]).html
        self.assertIn(f"/c/{COPY}/item/{new['Project plan'].pk}", news)
        self.assertEqual(
            Brief.objects.filter(item__course=copy).count(), Brief.objects.filter(item__course=source).count()
        )
        self.assertEqual(GradedItem.objects.get(item=check).category.course_id, copy.pk)
        self.assertFalse(Item.objects.filter(course=copy, facts__isnull=False).exists())

    def test_a_copy_is_closed_and_its_term_is_its_own(self) -> None:
        source, copy = (Course.objects.get(slug=s) for s in ("srv-110-spring", COPY))
        self.assertIsNone(copy.opened_at)
        self.assertNotEqual(copy.term_id, source.term_id)
        made = self.teacher.send("POST", f"/courses/{COPY}/copy", {"title": "Once more", "code": "SRV 110"}).json()
        self.assertNotIn(made["slug"], ("srv-110", COPY))
        self.refused(
            Caller(KEEPS_UP).send("POST", "/courses/srv-110/copy", {"title": "x", "code": "y"}),
            403,
            "course.instructors_only",
        )
