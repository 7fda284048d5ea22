import unittest
from dataclasses import replace
from datetime import time
from fractions import Fraction
from pathlib import Path

from unvo_core.schedule.calendar import Calendar, calendar_of
from unvo_core.schedule.date_check.model import (
    CheckedCategory,
    CheckedCourse,
    CheckedItem,
    CheckedModule,
    Fix,
    Ghost,
    Link,
    Prose,
)
from unvo_core.schedule.date_check.run import RULES, date_check
from unvo_core.schedule.date_check.texts import restyled
from unvo_core.schedule.spans import Span

from core.tests.schedule.terms import MON_THU, at, autumn, day, spring, term

GOOD = CheckedItem(
    1,
    "Set 7A",
    7,
    "assignment",
    Span(at("2026-10-05T10:00"), None, at("2026-10-08T23:59"), at("2026-10-11T23:59")),
    points=Fraction(10),
    counts=True,
    category_id=1,
    minutes=60,
)
NEXT = CheckedItem(
    2,
    "Set 7B",
    7,
    "assignment",
    Span(due=at("2026-10-09T23:59")),
    points=Fraction(10),
    counts=True,
    category_id=1,
    after=(1,),
    minutes=60,
)
COURSE = CheckedCourse(
    autumn(),
    (GOOD, NEXT),
    (CheckedModule(7, "Traverses", 7), CheckedModule(8, "Areas", 8)),
    (CheckedCategory(1, "Homework", Fraction(60), drops=1), CheckedCategory(2, "Final", Fraction(40))),
    credits=Fraction(3),
)


def course(*items: CheckedItem, **changes: object) -> CheckedCourse:
    return replace(COURSE, items=items or COURSE.items, **changes)


def codes(checked: CheckedCourse) -> list[str]:
    return [f.code for f in date_check(checked)]


def due(text: str, item: CheckedItem = GOOD) -> CheckedItem:
    return replace(item, span=replace(item.span, opens=None, due=at(text), closes=None))


def prose(text: str, link: str = "", item_id: int = 1) -> Prose:
    links = (Link(text.index(link), text.index(link) + len(link), item_id),) if link else ()
    return Prose(5, 1, "Welcome", text, links)


EXAMPLES = {
    "span.order": (course(replace(GOOD, span=Span(opens=at("2026-10-09T10:00"), due=at("2026-10-08T23:59")))), course(GOOD)),
    "moment.nowhere": (course(replace(GOOD, unresolved=("opens",))), course(GOOD)),
    "moment.outside_term": (course(due("2026-12-20T23:59")), course(due("2026-12-10T23:59"))),
    "moment.day_off": (course(due("2026-10-21T23:59")), course(due("2026-10-14T23:59"))),
    "opens.after_week": (course(replace(GOOD, span=Span(opens=at("2026-10-12T00:00")))), course(replace(GOOD, span=Span(opens=at("2026-10-11T12:00"))))),
    "due.odd_time": (course(due("2026-10-08T17:37")), course(due("2026-10-08T11:15"))),
    "due.piled_up": (course(GOOD, replace(GOOD, id=2, title="b"), replace(GOOD, id=3, title="c")), course(GOOD, replace(GOOD, id=2, title="b"))),
    "live.off_pattern": (course(replace(GOOD, kind="live", span=Span(opens=at("2026-10-06T10:00")))), course(replace(GOOD, kind="live", span=Span(opens=at("2026-10-05T10:00"))))),
    "linked.due_differs": (course(replace(GOOD, system_due=at("2026-10-07T23:59"))), course(replace(GOOD, system_due=at("2026-10-08T23:59")))),
    "due.before_awaited": (course(GOOD, due("2026-10-07T23:59", NEXT)), course(GOOD, NEXT)),
    "waits.on_hidden": (course(replace(GOOD, published=False), NEXT), course(GOOD, NEXT)),
    "waits.on_undated": (course(replace(GOOD, span=Span()), NEXT), course(GOOD, NEXT)),
    "waits.on_gone": (course(NEXT), course(GOOD, NEXT)),
    "module.hidden": (course(modules=(CheckedModule(7, "Traverses", 7, published=False),)), course()),
    "title.twice": (course(GOOD, replace(GOOD, id=2)), course(GOOD, replace(GOOD, id=2, module_id=8))),
    "exam.no_place": (course(replace(GOOD, exam=True)), course(replace(GOOD, exam=True, place="Room B12"))),
    "points.none": (course(replace(GOOD, points=Fraction(0))), course(replace(GOOD, points=Fraction(0), counts=False))),
    "category.none": (course(replace(GOOD, category_id=None), NEXT), course(GOOD, NEXT)),
    "weights.not_100": (course(categories=(CheckedCategory(1, "Homework", Fraction(60)), CheckedCategory(2, "Final", Fraction(30)))), course(categories=(CheckedCategory(1, "Homework", Fraction(60)), CheckedCategory(2, "Final", Fraction(40)), CheckedCategory(3, "Bonus", Fraction(5), extra_credit=True)))),
    "drops.all": (course(categories=(CheckedCategory(1, "Homework", Fraction(100), drops=2),)), course(categories=(CheckedCategory(1, "Homework", Fraction(100), drops=1),))),
    "graded.ghost": (course(ghosts=(Ghost(9, "Old quiz", False),)), course()),
    "prose.weekday": (course(proses=(prose("Class meets on Monday 8 October."),)), course(proses=(prose("Class meets on Thursday 8 October."),))),
    "prose.outside_term": (course(proses=(prose("Bring boots on Friday 24 April 2026."),)), course(proses=(prose("Born on 3 tables in 2026."),))),
    "prose.unlike_item": (course(proses=(prose("Hand in Set 7A by 7 October.", "Set 7A"),)), course(proses=(prose("Hand in Set 7A by 8 October.", "Set 7A"),))),
    "link.gone": (course(proses=(prose("See Set 9.", "Set 9", 99),)), course(proses=(prose("See Set 7A.", "Set 7A"),))),
    "week.over_load": (course(replace(GOOD, minutes=600)), course(replace(GOOD, minutes=400))),
}  # fmt: skip


class Rules(unittest.TestCase):
    def test_a_course_in_order_has_no_findings(self) -> None:
        self.assertEqual(codes(COURSE), [])

    def test_each_rule_is_triggered_by_its_example_and_not_by_the_other(self) -> None:
        for code, (bad, good) in EXAMPLES.items():
            with self.subTest(code):
                self.assertEqual(codes(bad).count(code), 1)
                self.assertNotIn(code, codes(good))

    def test_every_rule_has_an_example(self) -> None:
        found = {f.code for bad, _ in EXAMPLES.values() for rule in RULES for f in rule(bad)}
        self.assertEqual(found, set(EXAMPLES))
        for rule in RULES:
            self.assertTrue(any(list(rule(bad)) for bad, _ in EXAMPLES.values()), rule.__name__)

    def test_fixes_of_moments_settle_their_finding(self) -> None:
        for code, (bad, _) in EXAMPLES.items():
            for finding in [f for f in date_check(bad) if f.code == code and f.fix and f.fix.kind == "set_moments"]:
                with self.subTest(code):
                    fixed = tuple(
                        replace(i, span=replace(i.span, **finding.fix.values), unresolved=())
                        if i.id == finding.fix.place.id
                        else i
                        for i in bad.items
                    )
                    self.assertNotIn(code, codes(replace(bad, items=fixed)))

    def test_a_holiday_and_a_class_taken_out_are_days_off(self) -> None:
        finding = date_check(course(due("2026-09-07T23:59", replace(GOOD, module_id=7))))
        self.assertIn(("moment.day_off", "Holiday"), [(f.code, f.params.get("name")) for f in finding])
        fix = next(f.fix for f in finding if f.code == "moment.day_off")
        self.assertEqual(fix.values, {"due": at("2026-09-03T23:59")})

    def test_weights_are_scaled_to_exactly_100(self) -> None:
        three = tuple(CheckedCategory(n, str(n), Fraction(33)) for n in (1, 2, 3))
        finding = next(f for f in date_check(course(categories=three)) if f.code == "weights.not_100")
        self.assertEqual(sum(Fraction(str(w)) for w in finding.fix.values.values()), 100)

    def test_an_exam_is_offered_the_room_of_its_class(self) -> None:
        finding = next(f for f in date_check(course(replace(GOOD, exam=True))) if f.code == "exam.no_place")
        rooms = {m.place for m in COURSE.calendar.meetings if m.place}
        self.assertIn(finding.fix.values["place"] if finding.fix else None, rooms or {None})

    def overfull(self, *items: CheckedItem) -> Fix | None:
        found = next(f for f in date_check(course(*items)) if f.code == "week.over_load" and f.place.id == 7)
        return found.fix

    def test_the_smallest_item_that_is_enough_moves_to_the_week_with_room(self) -> None:
        big, small, enough = (replace(GOOD, id=n, title=str(n), minutes=m) for n, m in ((11, 400), (12, 20), (13, 150)))
        fix = self.overfull(big, small, enough)
        self.assertEqual((fix.kind, fix.place.id, fix.values["week"]), ("move_item", 13, 8))

    def test_a_move_that_is_not_enough_says_what_it_leaves(self) -> None:
        """Two items of 600 minutes, neither of which the next week has room for, and one of 20."""
        items = [replace(GOOD, id=n, title=str(n), minutes=m) for n, m in ((11, 600), (12, 600), (13, 20))]
        found = next(f for f in date_check(course(*items)) if f.code == "week.over_load" and f.place.id == 7)
        self.assertEqual(found.fix.place.id, 13)
        self.assertEqual(found.fix.values["minutes"], found.params["minutes"] - 20)

    def test_what_others_wait_for_or_is_held_at_a_time_stays(self) -> None:
        awaited = replace(GOOD, id=11, title="a", minutes=300)
        waiting = replace(GOOD, id=12, title="b", minutes=10, after=(11,))
        exam = replace(GOOD, id=13, title="c", minutes=300, exam=True, place="Room B12")
        self.assertEqual(self.overfull(awaited, waiting, exam).place.id, 12)

    def test_nothing_moves_where_no_week_beside_it_has_room(self) -> None:
        full = tuple(
            replace(GOOD, id=20 + w, title=f"w{w}", module_id=m.id, minutes=600) for w, m in enumerate(COURSE.modules)
        )
        self.assertIsNone(self.overfull(*full))

    def test_a_course_without_dates_has_no_findings_about_time(self) -> None:
        undated = replace(
            COURSE, calendar=calendar_of(autumn().term), items=tuple(replace(i, span=Span()) for i in COURSE.items)
        )
        self.assertEqual(codes(undated), [])

    def test_the_default_time_is_the_courses_own(self) -> None:
        noon = course(due("2026-10-08T12:30"), default_due_time=time(12, 30))
        self.assertNotIn("due.odd_time", codes(noon))


class Copied(unittest.TestCase):
    """Dates that a copied text still has of the term it was written for."""

    def fix(self, text: str, earlier: Calendar, **changes: object) -> str | None:
        checked = course(calendar=spring(), earlier=earlier, proses=(prose(text),), **changes)
        found = [f for f in date_check(checked) if f.code.startswith("prose.")]
        self.assertEqual(len(found), 1, found)
        return found[0].fix.values["text"] if found[0].fix else None

    def test_a_class_day_becomes_the_day_of_the_same_class(self) -> None:
        self.assertEqual(self.fix("We meet on Thursday 10 September 2026.", autumn()), "Monday 1 February 2027")

    def test_another_day_the_same_weekday_of_the_same_week_also_without_a_year(self) -> None:
        self.assertEqual(self.fix("Bring boots on Friday 4 September 2026.", autumn()), "Friday 29 January 2027")
        self.assertEqual(self.fix("Bring boots on Friday 4 September.", autumn()), "Friday 29 January")

    def test_a_weekday_that_was_right_then_names_a_date_of_then(self) -> None:
        """22 March was the Sunday of week 9 in 2026; in the spring of 2027 that is the 28th."""
        last = calendar_of(term("2026-01-19", "2026-05-10"), MON_THU)
        self.assertEqual(self.fix("Papers by Sunday 22 March.", last), "Sunday 28 March")
        self.assertEqual(self.fix("Papers by Friday 22 March.", last), "Monday 22 March")

    def test_what_had_no_place_in_a_week_of_that_term_is_left_to_a_person(self) -> None:
        self.assertIsNone(self.fix("Closed on Wednesday 21 October 2026.", autumn()))
        self.assertIsNone(self.fix("Founded on 3 May 1961.", autumn()))

    def test_figures_are_read_in_the_order_of_the_course(self) -> None:
        """11/9 is the Friday of week 3 when the day comes first, and a Monday in November when the month does."""
        self.assertEqual(self.fix("Due by Fri 11/9/2026.", autumn(), date_order="day_first"), "Fri 5 February")


class Restyled(unittest.TestCase):
    def test_the_date_is_written_in_the_style_it_had(self) -> None:
        for text, wanted in (
            ("Friday 24 April", "Sunday 11 October"),
            ("Fri, Apr 24th", "Sun, Oct 11th"),
            ("April 24, 2025", "October 11, 2026"),
            ("the 3rd of May".removeprefix("the "), "11th of October"),
            ("4/24", "11 October"),
        ):
            with self.subTest(text):
                self.assertEqual(restyled(text, day("2026-10-11")), wanted)


class Documented(unittest.TestCase):
    def test_every_finding_stands_in_the_table_of_the_docs(self) -> None:
        table = (Path(__file__).resolve().parents[3] / "docs" / "date-check.md").read_text()
        for code in EXAMPLES:
            self.assertIn(f"| `{code}` |", table)
