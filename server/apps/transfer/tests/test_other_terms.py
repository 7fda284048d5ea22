"""A course moved to another term: re-dated by rule, repaced over another length."""

from __future__ import annotations

from datetime import date, timedelta

from tests.cases import OtherTerms, schedule_in
from unvo_core.schedule.spans import span_problems

from apps.courses.models import Course
from apps.layout.models import Item, ItemText, Module
from apps.layout.queries import layout

COPY, SUMMER = "srv-110-2", "sta-205"


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
        fixed = layout(Course.objects.get(slug=COPY))
        due = fixed.items[plan.id].span.due.astimezone(fixed.zone)
        self.assertIn(f"by {due:%A} {due.day} {due:%B}", text.html, "as the item has it after all fixes")
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
        self.assertEqual(len(found["days"]), 2)
        for pattern in found["days"]:
            self.assertEqual([d["day"] for d in pattern["exceptions"]], ["2027-01-11", "2027-01-14"])
        later = self.teacher.send("POST", days, {"first_day": "2027-01-11", "last_day": "2027-05-07"}).json()
        kept = [p["exceptions"] for p in later["days"]]
        self.assertEqual(kept, [[], []], "a term without a week 0 has no place for them")
        self.refused(
            self.teacher.send("POST", days, {"first_day": "2027-05-07", "last_day": "2027-01-11"}),
            422,
            "term.ends_before_start",
        )

    def test_breaks_are_offered_on_the_same_days_of_the_term(self) -> None:
        term = layout(Course.objects.get(slug=COPY)).term
        by = date(2027, 1, 11) - layout(Course.objects.get(slug=COPY)).weeks[0].first_day
        found = self.teacher.send(
            "POST", f"/courses/{COPY}/term-move/days", {"first_day": "2027-01-11", "last_day": "2027-05-07"}
        ).json()["breaks"]
        self.assertTrue(found)
        wanted = [(b.name, str(b.first_day + by), str(b.last_day + by)) for b in term.breaks]
        self.assertEqual([(b["name"], b["first_day"], b["last_day"]) for b in found], wanted)

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
