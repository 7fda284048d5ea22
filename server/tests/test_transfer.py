"""Courses of other terms: copied, re-dated, repaced, checked; rhythms stamped and tables pasted."""

from __future__ import annotations

from datetime import datetime, timedelta

from apps.assignments.models import Brief
from apps.courses.models import Course, Item, ItemText, Module
from apps.courses.queries import layout
from apps.gradebook.models import Category, GradedItem
from apps.transfer.prose import plain_text, with_words, without_link
from django.test import SimpleTestCase
from unvo_core.schedule.spans import span_problems

from tests.base import INSTRUCTOR, KEEPS_UP, Caller, DemoCase
from tests.test_time import schedule_in

COPY, SUMMER = "srv-110-2", "sta-205"


class OtherTerms(DemoCase):
    STUDENTS = 4
    OTHER_TERMS = True

    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)

    def next_spring(self) -> dict:
        wish = schedule_in(self.teacher.get(f"/courses/{COPY}/schedule").json())
        pause = {"name": "Spring break", "first_day": "2027-03-15", "last_day": "2027-03-21"}
        none_yet = [{"day": d, "why": "classes begin in week 1"} for d in ("2027-01-11", "2027-01-14")]
        for pattern in wish["patterns"]:
            pattern["exceptions"] = none_yet
        return wish | {
            "name": "Spring term 2027",
            "first_day": "2027-01-11",
            "last_day": "2027-05-07",
            "breaks": [pause],
        }

    def move(self, slug: str, how: str, schedule: dict, **more: str) -> dict:
        body = {"how": how, "schedule": schedule, **more}
        shown = self.teacher.send("POST", f"/courses/{slug}/term-move/preview", body)
        self.assertEqual(shown.status_code, 200, shown.content[:300])
        done = self.teacher.send("POST", f"/courses/{slug}/term-move", body)
        self.assertEqual(done.status_code, 200, done.content[:300])
        return {"lines": shown.json()["lines"], "change": done.json()["change"]}

    def check(self, slug: str) -> dict:
        return self.teacher.get(f"/courses/{slug}/date-check").json()


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


class ReDated(OtherTerms):
    def test_a_copied_course_is_re_dated_its_date_check_cleared_and_all_of_it_undone(self) -> None:
        self.move(COPY, "redate", self.next_spring())
        laid = layout(Course.objects.get(slug=COPY))
        for item in laid.items.values():
            self.assertEqual(span_problems(item.span), [])
        plan = next(i for i in laid.items.values() if i.title == "Project plan")
        self.assertEqual(plan.span.due.astimezone(laid.zone).strftime("%a %d %b %H:%M"), "Sun 14 Mar 23:59")
        codes = {f["code"] for f in self.check(COPY)["findings"]}
        self.assertLessEqual({"graded.ghost", "prose.outside_term", "prose.unlike_item"}, codes)
        for _ in range(10):
            keys = [f["key"] for f in self.check(COPY)["findings"] if f["fix"] and not f["waived"]]
            if not keys:
                break
            self.assertEqual(
                self.teacher.send("POST", f"/courses/{COPY}/date-check/fix", {"keys": keys}).status_code, 200
            )
        for finding in self.check(COPY)["findings"]:
            self.teacher.send("POST", f"/courses/{COPY}/date-check/waive", {"key": finding["key"], "waived": True})
        self.assertEqual(self.check(COPY)["open"], 0)
        text = ItemText.objects.filter(item__course__slug=COPY, item__title="News for the field weeks").latest(
            "edition"
        )
        self.assertIn("by Sunday 14 March", text.html)
        # Said of a Friday of the spring before, and linked to nothing: the Friday of the week with its number.
        source = layout(Course.objects.get(slug="srv-110-spring"))
        number = source.calendar.week_of(source.term.first_day + timedelta(weeks=10, days=4)).number
        friday = laid.calendar.week_by_number[number].days[4]
        self.assertIn(f"boots on Friday {friday.day} {friday:%B %Y}", text.html)

    def test_days_that_differ_come_along_by_week_and_weekday(self) -> None:
        """Classes begin in week 1: Mon and Thu of week 0 have none, in each of the two patterns."""
        days = f"/courses/{COPY}/term-move/days"
        found = self.teacher.send(
            "POST", days, {"first_day": "2027-01-11", "last_day": "2027-05-07"} | {"first_week_number": 0}
        ).json()
        self.assertEqual(len(found), 2)
        for pattern in found:
            self.assertEqual([d["day"] for d in pattern["exceptions"]], ["2027-01-11", "2027-01-14"])
        later = self.teacher.send("POST", days, {"first_day": "2027-01-11", "last_day": "2027-05-07"}).json()
        self.assertEqual([p["exceptions"] for p in later], [[], []], "a term without a week 0 has no place for them")
        self.refused(
            self.teacher.send("POST", days, {"first_day": "2027-05-07", "last_day": "2027-01-11"}),
            422,
            "term.ends_before_start",
        )

    def test_one_undo_takes_everything_back(self) -> None:
        slug = COPY
        state = lambda: (  # noqa: E731
            [(i.pk, i.moments) for i in Item.objects.filter(course__slug=slug).order_by("pk")],
            schedule_in(self.teacher.get(f"/courses/{slug}/schedule").json()),
        )
        before = state()
        moved = self.move(slug, "redate", self.next_spring())
        self.assertNotEqual(state(), before)
        self.assertEqual(self.teacher.send("POST", f"/courses/{slug}/changes/{moved['change']}/undo").status_code, 200)
        self.assertEqual(state(), before)

    def test_dates_that_land_on_days_off_are_listed(self) -> None:
        wish = self.next_spring()
        wish["breaks"].append({"name": "Holiday", "first_day": "2027-02-05", "last_day": "2027-02-05"})
        lines = self.move(COPY, "redate", wish, landing="previous")["lines"]
        noted = {line["item"]["title"]: line["notes"] for line in lines if "landed" in line["notes"]}
        self.assertIn("Set 3B: rise and fall", noted)

    def test_a_preview_changes_nothing_and_a_bad_term_is_refused(self) -> None:
        before = Course.objects.get(slug=COPY).layout_version
        wish = self.next_spring()
        self.teacher.send("POST", f"/courses/{COPY}/term-move/preview", {"how": "redate", "schedule": wish})
        bad = self.teacher.send(
            "POST", f"/courses/{COPY}/term-move", {"how": "redate", "schedule": wish | {"last_day": "2026-01-01"}}
        )
        self.assertEqual(bad.status_code, 422)
        self.assertEqual(Course.objects.get(slug=COPY).layout_version, before)


class Repaced(OtherTerms):
    def test_the_summer_course_keeps_the_path_of_last_year_over_six_weeks(self) -> None:
        source, summer = (layout(Course.objects.get(slug=s)) for s in ("sta-205-autumn", SUMMER))
        self.assertEqual([i.title for i in summer.items.values()], [i.title for i in source.items.values()])
        self.assertEqual({m.week for m in summer.all}, set(range(1, 7)))
        dues = [i.span.due for i in summer.items.values() if i.span.due]
        self.assertEqual(dues, sorted(dues))
        first, last = summer.term.first_day, summer.term.last_day
        self.assertTrue(all(first <= summer.calendar.day_of(d) <= last for d in dues))
        by_day: dict[object, int] = {}
        for item in summer.items.values():
            by_day[summer.calendar.day_of(item.span.due)] = (
                by_day.get(summer.calendar.day_of(item.span.due), 0) + item.effort_minutes
            )
        whole = sum(i.effort_minutes for i in summer.items.values())
        self.assertLess(max(by_day.values()), 2 * whole / len(summer.calendar.class_days))

    def test_longer_again_and_undone(self) -> None:
        wish = schedule_in(self.teacher.get(f"/courses/{SUMMER}/schedule").json())
        weeks = lambda: [m.week for m in Module.objects.filter(course__slug=SUMMER).order_by("position")]  # noqa: E731
        before = weeks()
        moved = self.move(SUMMER, "repace", wish | {"last_day": "2027-09-10"})
        self.assertGreater(max(weeks()), 6)
        self.teacher.send("POST", f"/courses/{SUMMER}/changes/{moved['change']}/undo")
        self.assertEqual(weeks(), before)


BEATS = [
    {
        "key": "read",
        "kind": "page",
        "title": "Reading {n}",
        "part": "Before class",
        "minutes": 30,
        "moments": {"due": {"on": "class", "nth": 1, "minutes": -15}},
    },
    {
        "key": "set",
        "kind": "assignment",
        "title": "Practice set {n}",
        "points": 8,
        "category": "Homework",
        "minutes": 50,
        "moments": {"due": {"on": "day", "weekday": 5, "time": "20:00"}},
    },
]


class Rhythms(DemoCase):
    def setUp(self) -> None:
        self.teacher = Caller(INSTRUCTOR)
        self.wish: dict = {"name": "Weekly", "beats": BEATS, "steps": {"first": 9, "last": 12}}

    def stamp(self, **change: object) -> dict:
        done = self.teacher.send("POST", "/courses/srv-110/rhythms", self.wish | change)
        self.assertEqual(done.status_code, 200, done.content[:300])
        return done.json()

    def stamped(self) -> list[Item]:
        return list(
            Item.objects.filter(course=self.course, rhythm__isnull=False, removed=False).order_by("step", "beat")
        )

    def test_a_term_is_previewed_stamped_and_not_stamped_twice(self) -> None:
        shown = self.teacher.send("POST", "/courses/srv-110/rhythms/preview", self.wish).json()
        self.assertEqual((shown["new"], self.stamped()), (8, []))
        first = self.stamp()
        items = self.stamped()
        self.assertEqual(len(items), 8)
        laid = layout(Course.objects.get(pk=self.course.pk)).items
        row = laid[next(i.pk for i in items if i.title == "Practice set 10")]
        self.assertEqual(
            row.span.due.astimezone(datetime.fromisoformat("2026-11-07T00:00-06:00").tzinfo).strftime("%d %H:%M"),
            "07 20:00",
        )
        self.assertEqual(
            GradedItem.objects.get(item_id=row.id).category, Category.objects.get(course=self.course, name="Homework")
        )
        self.assertFalse(any(i.published for i in items), "drafts until published")
        again = self.stamp(id=first["rhythm"])
        self.assertEqual((again["new"], again["same"], len(self.stamped())), (0, 8, 8))
        self.teacher.send("POST", f"/courses/srv-110/changes/{first['change']}/undo")
        self.assertEqual(self.stamped(), [])

    def test_an_edited_rhythm_changes_what_no_hand_has_changed(self) -> None:
        rhythm = self.stamp()["rhythm"]
        touched = next(i for i in self.stamped() if i.title == "Practice set 11")
        self.teacher.send("PATCH", f"/courses/srv-110/items/{touched.pk}", {"title": "A set of my own"})
        removed = next(i for i in self.stamped() if i.title == "Practice set 12")
        self.teacher.send("DELETE", f"/courses/srv-110/items/{removed.pk}")
        longer = [BEATS[0], BEATS[1] | {"minutes": 75}]
        done = self.stamp(id=rhythm, beats=longer)
        self.assertEqual((done["new"], done["changed"], done["kept"]), (0, 2, 2))
        minutes = {i.title: i.effort_minutes for i in self.stamped()}
        self.assertEqual((minutes["Practice set 9"], minutes["A set of my own"]), (75, 50))
        self.assertNotIn("Practice set 12", minutes)

    def test_what_cannot_be_stamped_is_refused(self) -> None:
        path = "/courses/srv-110/rhythms"
        for change, code in (
            ({"beats": []}, "rhythm.empty"),
            ({"beats": [BEATS[0] | {"title": "Reading"}]}, "rhythm.title_same"),
            ({"steps": {"first": 40, "last": 50}}, "rhythm.no_steps"),
        ):
            with self.subTest(code):
                body = self.teacher.send("POST", path, self.wish | change).json()
                self.assertIn(code, [body["title"], *(f["code"] for f in body.get("fields", []))])
        self.assertEqual(self.stamped(), [])


class Pasted(DemoCase):
    TABLE = "Date\tTopic\tReading\tDue\nMon 24 Aug\tNotes\tBook 1\tEssay (due Fri 28 Aug)\n\tMore notes\tBook 2\t\n9/7\tLevels\t\tPlan\nsoon\tX\t\t\n"

    def test_rows_become_modules_and_items_and_what_is_unreadable_is_named(self) -> None:
        teacher = Caller(INSTRUCTOR)
        count = Item.objects.filter(course=self.course, removed=False).count()
        shown = teacher.send("POST", "/courses/srv-110/paste/preview", {"text": self.TABLE}).json()
        self.assertEqual(
            [(r["line"], r["week"], r["carried"]) for r in shown["rows"]], [(2, 1, False), (3, 1, True), (4, 3, False)]
        )
        self.assertEqual([(p["line"], p["column"]) for p in shown["problems"]], [(5, 1)])
        self.assertIn("soon", shown["problems"][0]["sentence"])
        self.assertEqual(Item.objects.filter(course=self.course, removed=False).count(), count)
        done = teacher.send("POST", "/courses/srv-110/paste", {"text": self.TABLE}).json()
        essay = self.item("Essay")
        self.assertEqual((essay.kind, essay.published, essay.module.week), ("assignment", False, 1))
        self.assertEqual(essay.moments["due"], {"on": "week", "week": 1, "weekday": 4, "time": "23:59"})
        teacher.send("POST", f"/courses/srv-110/changes/{done['change']}/undo")
        self.assertEqual(Item.objects.filter(course=self.course, removed=False).count(), count)

    def test_a_new_module_stands_between_the_weeks_around_it(self) -> None:
        Module.objects.filter(course=self.course, week=9).update(removed=True)
        Item.objects.filter(course=self.course, module__week=9).update(removed=True)
        Caller(INSTRUCTOR).send("POST", "/courses/srv-110/paste", {"text": "Week,Topic,Due\n9,Areas anew,Survey\n"})
        weeks = [m.week for m in layout(Course.objects.get(pk=self.course.pk)).all]
        self.assertEqual(weeks, sorted(weeks))

    def test_a_table_without_times_is_refused_in_a_sentence_and_makes_nothing(self) -> None:
        teacher = Caller(INSTRUCTOR)
        shown = teacher.send("POST", "/courses/srv-110/paste/preview", {"text": "A,B\n1,2\n"}).json()
        self.assertIn("Week", shown["problems"][0]["sentence"])
        self.refused(teacher.send("POST", "/courses/srv-110/paste", {"text": "A,B\n1,2\n"}), 422, "table.nothing_new")


class Checked(DemoCase):
    def test_the_running_course_is_clean_of_contradictions(self) -> None:
        found = Caller(INSTRUCTOR).get("/courses/srv-110/date-check").json()["findings"]
        self.assertEqual([f["sentence"] for f in found if f["severity"] == "wrong"], [])

    def test_a_change_that_breaks_something_is_found_fixed_and_waived(self) -> None:
        teacher = Caller(INSTRUCTOR)
        Category.objects.filter(course=self.course, name="Homework").update(weight=45)
        holiday = {"due": "2026-11-11T23:59", "opens": "2026-11-09T00:00"}
        teacher.send("PUT", self.path("Set 11A: curve elements", "/moments"), holiday)
        found = {f["code"]: f for f in teacher.get("/courses/srv-110/date-check").json()["findings"]}
        self.assertIn("125", found["weights.not_100"]["sentence"])
        self.assertIn("Founders’ Day", found["moment.day_off"]["sentence"])
        keys = [found["weights.not_100"]["key"], found["moment.day_off"]["key"]]
        after = teacher.send("POST", "/courses/srv-110/date-check/fix", {"keys": keys}).json()
        self.assertFalse({"weights.not_100", "moment.day_off"} & {f["code"] for f in after["findings"]})
        self.assertEqual(sum(c.weight for c in Category.objects.filter(course=self.course)), 100)
        self.refused(teacher.send("POST", "/courses/srv-110/date-check/fix", {"keys": keys}), 409, "check.gone")


class Words(SimpleTestCase):
    def test_words_change_and_the_markup_stays(self) -> None:
        html = "<p>Due <b>Friday</b> 24 April, see <a href='/x'>it</a>.</p><p>More &amp; more</p>"
        text = plain_text(html).text
        start = text.index("Friday 24 April")
        new = with_words(html, start, start + len("Friday 24 April"), "Sunday 11 October")
        self.assertEqual(plain_text(new).text, text.replace("Friday 24 April", "Sunday 11 October"))
        self.assertIn("<b>Sunday 11 October</b>", new)
        self.assertIn("More &amp; more", new)

    def test_a_link_comes_off_and_its_words_stay(self) -> None:
        html = '<p>See <a href="/c/x/item/9">Set 9</a> now.</p>'
        start = plain_text(html).text.index("Set 9")
        self.assertEqual(without_link(html, start, start + 5), "<p>See Set 9 now.</p>")
